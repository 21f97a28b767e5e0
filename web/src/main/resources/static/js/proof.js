// The proof: source and renditions of a piece at the same point and zoom, what is laid over them, notes and decisions.
import { ladder } from './ladder.js';
import { msg } from './messages.js';
import { grid, panes } from './proof-view.js';
import { post, told } from './server.js';

const page = document.querySelector('[data-proof]');
const { assignment, piece } = page.dataset;
const session = crypto.randomUUID();
const note = page.querySelector('[data-note]');
const MOST = 4;
const FLICKER = 700;
const opened = new Map(); // by column: what the server said of the rendition
let layer = 'rendition 1',
  flickering = null;

const view = panes(page.querySelector('[data-panes]'), (pane, level, x, y) => {
  const [kind, gain] = pane.layer.split(' ');
  return `/proof/${session}/${encodeURIComponent(pane.column)}/${kind}/${gain}/${level}/${x}/${y}.png`;
});
const columns = [...page.querySelectorAll('[data-column]')];
const box = line => line.querySelector('input');
const picked = () => columns.filter(line => box(line).checked).map(line => line.dataset.column);
const line = column => columns.find(one => one.dataset.column === column);

// ---- what is shown

function show() {
  const list = picked().filter(column => opened.has(column));
  if (!list.length) return view.show([]);
  const first = opened.get(list[0]);
  return view.show([
    { key: `source-${list[0]}`, column: list[0], layer: 'source 1', title: msg('proof-source', first.source), grid: grid(first) },
    ...list.map(column => ({
      key: column,
      column,
      layer,
      title: msg('proof-title', line(column).querySelector('b').textContent, opened.get(column).pixels),
      grid: grid(opened.get(column)),
    })),
  ]);
}

async function open(column) {
  if (opened.has(column)) return;
  const answer = await told(await post(`/assignments/${assignment}/proof/open`, { piece, column, shown: picked(), session }));
  if (answer.problem) {
    line(column).querySelector('[data-numbers]').textContent = answer.problem;
    return;
  }
  opened.set(column, answer);
  view.forget(column);
  line(column).querySelector('[data-numbers]').textContent = [
    answer.weight,
    answer.difference && msg('proof-likeness', answer.difference),
    answer.similarity === undefined ? msg('proof-shapes') : `SSIM ${answer.similarity.toFixed(4)}`,
  ]
    .filter(Boolean)
    .join(' · ');
  decided(column, answer.verdict);
}

async function refresh() {
  note.hidden = false;
  note.textContent = msg('proof-opening');
  for (const one of columns) {
    box(one).disabled = !box(one).checked && picked().length >= MOST;
    one.classList.toggle('is-shown', box(one).checked);
    one.querySelector('[data-acts]').hidden = !box(one).checked;
  }
  history.replaceState(null, '', `?${new URLSearchParams([['piece', piece], ...picked().map(column => ['column', column])])}`);
  for (const gone of [...opened.keys()].filter(column => !picked().includes(column))) opened.delete(gone);
  show(); // nothing of what was closed is asked for any more
  for (const column of picked()) {
    await open(column).catch(error => (note.textContent = error.message));
    show();
  }
  note.hidden = picked().length > 0;
  if (!picked().length) note.textContent = msg('proof-choose');
  page.dataset.ready = picked().length;
  numbers();
}

async function numbers() {
  const kind = layer.split(' ')[0];
  for (const one of columns) one.querySelector('[data-layer-says]').textContent = '';
  if (kind === 'rendition') return;
  for (const column of picked().filter(one => opened.has(one))) {
    const answer = await fetch(`/proof/${session}/${encodeURIComponent(column)}/${kind}/numbers`);
    if (answer.ok && layer.startsWith(kind)) line(column).querySelector('[data-layer-says]').textContent = (await answer.json()).says;
  }
  page.dataset.counted = layer;
}

// where the server has closed it meanwhile, it is made again; a tile that cannot be had is left out
const PATIENCE = 10_000;
let reopened = -PATIENCE;
view.onLost = async pane => {
  if (!opened.has(pane.column) || performance.now() - reopened < PATIENCE) return;
  reopened = performance.now();
  const answer = await fetch(`/proof/${session}/${encodeURIComponent(pane.column)}/rendition/numbers`);
  if (answer.status !== 404) return;
  opened.clear();
  refresh();
};

for (const one of columns) box(one).addEventListener('change', refresh);
const layers = page.querySelector('[data-layer]');
layers.addEventListener('change', () => {
  layer = layers.value;
  show();
  numbers();
});

// ---- how it is compared

function compare(mode) {
  page.querySelector(`[name=mode][value=${mode}]`).checked = true;
  clearInterval(flickering);
  flickering = mode === 'flicker' ? setInterval(view.turn, FLICKER) : null;
  view.mode(mode);
}
page.querySelector('[data-modes]').addEventListener('change', event => compare(event.target.value));
view.onZoom = to =>
  page.querySelectorAll('[data-zoom]').forEach(button => button.setAttribute('aria-pressed', String(button.dataset.zoom === String(to))));
const zoom = word => view.zoom(word === 'fit' ? 'fit' : Number(word));
page.querySelector('[data-zooms]').addEventListener('click', event => event.target.dataset.zoom && zoom(event.target.dataset.zoom));
const loupe = page.querySelector('[data-loupe]');
loupe.addEventListener('change', () => view.loupe(loupe.checked));
const grey = page.querySelector('[data-grey]');
const ground = page.querySelector('[data-ground]');
grey.addEventListener('input', () => {
  ground.style.backgroundColor = `rgb(${Array(3)
    .fill(Math.round(grey.value * 2.55))
    .join(' ')})`;
  localStorage.setItem('preview-grey', grey.value);
});
grey.value = localStorage.getItem('preview-grey') ?? grey.value;
grey.dispatchEvent(new Event('input'));

const keys = {
  0: () => zoom('fit'),
  1: () => zoom('1'),
  2: () => zoom('2'),
  b: () => compare('beside'),
  v: () => compare('divider'),
  f: () => compare('flicker'),
  l: () => loupe.click(),
  ' ': () => view.turn(),
  ArrowLeft: () => view.pan(-0.2, 0),
  ArrowRight: () => view.pan(0.2, 0),
  ArrowUp: () => view.pan(0, -0.2),
  ArrowDown: () => view.pan(0, 0.2),
};
document.addEventListener('keydown', event => {
  if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest('input, select, textarea, dialog, button, a')) return;
  if (!keys[event.key]) return;
  event.preventDefault();
  keys[event.key]();
});

// ---- notes and decisions

const author = page.querySelector('[data-author]');
author.value = localStorage.getItem('proof-author') ?? '';
author.addEventListener('change', () => localStorage.setItem('proof-author', author.value.trim()));
const asking = page.querySelector('[data-ask]');
/** A line of text from whoever sits there; nothing if they think better of it. */
function ask(label) {
  if (!author.value.trim()) {
    author.focus();
    note.hidden = false;
    note.textContent = msg('proof-name-first');
    return Promise.resolve(null);
  }
  note.hidden = true;
  asking.querySelector('[data-ask-label]').textContent = label;
  const text = asking.querySelector('[data-ask-text]');
  text.value = '';
  asking.returnValue = 'no';
  asking.showModal();
  text.focus();
  return new Promise(done => {
    asking.addEventListener('close', () => done(asking.returnValue === 'yes' ? text.value.trim() : null), { once: true });
  });
}
const trouble = error => {
  note.hidden = false;
  note.textContent = error.message ?? String(error);
};

const list = page.querySelector('[data-notes]');
let notes = [...list.children].map(({ dataset, textContent }) => ({
  id: dataset.id,
  x: Number(dataset.x),
  y: Number(dataset.y),
  settled: dataset.settled === 'true',
  author: dataset.author,
  said: textContent,
}));
function write(all) {
  notes = all;
  view.mark(notes);
  list.replaceChildren(
    ...notes.map(one => {
      const item = document.createElement('li');
      item.dataset.id = one.id;
      item.classList.toggle('is-settled', one.settled);
      const go = Object.assign(document.createElement('button'), { type: 'button', className: 'plain-button', textContent: one.said });
      go.dataset.go = '';
      const by = Object.assign(document.createElement('small'), { className: 'quiet', textContent: one.author });
      const settle = Object.assign(document.createElement('button'), {
        type: 'button',
        className: 'plain-button',
        textContent: msg(one.settled ? 'proof-reopen' : 'proof-settle'),
      });
      settle.dataset.settle = '';
      const remove = Object.assign(document.createElement('button'), {
        type: 'button',
        className: 'plain-button',
        textContent: msg('proof-remove'),
      });
      remove.dataset.remove = '';
      item.append(go, ' ', by, ' ', settle, ' ', remove);
      return item;
    }),
  );
}
const sent = (address, fields) =>
  post(`/pieces/${piece}/notes${address}`, fields)
    .then(told)
    .then(answer => (answer.problem ? trouble({ message: answer.problem }) : write(answer)))
    .catch(trouble);
list.addEventListener('click', event => {
  const item = event.target.closest('li'),
    one = item && notes.find(known => String(known.id) === item.dataset.id);
  if (!one) return;
  if ('go' in event.target.dataset) {
    view.go(one);
    view.zoom(1);
  } else if ('settle' in event.target.dataset) sent(`/${one.id}/settled`, { settled: !one.settled });
  else if ('remove' in event.target.dataset) sent(`/${one.id}/remove`, {});
});
view.onNote = async point => {
  const said = await ask(msg('proof-note-here'));
  if (said) sent('', { x: point.x, y: point.y, said, author: author.value.trim() });
};

function decided(column, verdict) {
  const place = line(column).querySelector('[data-verdict]');
  place.textContent = verdict ? [verdict.words, verdict.said].filter(Boolean).join(': ') : '';
  place.classList.toggle('is-passed', Boolean(verdict?.passed));
  place.classList.toggle('is-back', Boolean(verdict && !verdict.passed));
}
async function decide(column, passed) {
  const { path, sha256 } = opened.get(column);
  const said = passed ? (author.value.trim() ? '' : await ask('')) : await ask(msg('proof-why-back'));
  if (said === null || (!passed && !said)) return;
  post(`/assignments/${assignment}/proof/verdict`, { path, sha256, passed, said, author: author.value.trim() })
    .then(told)
    .then(answer => (answer.problem ? trouble({ message: answer.problem }) : decided(column, answer)))
    .catch(trouble);
}

// ---- the ladder

let climbing = null;
const rungs = ladder(page.querySelector('[data-ladder]'), {
  size: () => opened.get(climbing),
  thumbnail: async () => null,
  ask: (fields, signal) => post(`/assignments/${assignment}/proof/ladder`, { piece, column: climbing, session, ...fields }, { signal }),
  take: (type, quality) => {
    location.href = `${line(climbing).querySelector('[data-open-ladder]').dataset.recipe}?type=${type}&quality=${quality}`;
  },
});
page.querySelector('[data-columns]').addEventListener('click', event => {
  const column = event.target.closest('[data-column]')?.dataset.column;
  if (!column || !opened.has(column)) return;
  if ('pass' in event.target.dataset) decide(column, true);
  else if ('sendBack' in event.target.dataset) decide(column, false);
  else if ('openLadder' in event.target.dataset) {
    climbing = column;
    const { left, top, across, down, width, height } = grid(opened.get(column));
    const { x, y } = view.point();
    rungs.open({ x: ((x - left) * across) / width, y: ((y - top) * down) / height });
  }
});

write(notes);
refresh();
