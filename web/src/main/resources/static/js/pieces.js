// Pieces on the sources page: found and put in order, selected, renamed where they are or by a template, replaced; grid or list.
import { msg } from './messages.js';
import { virtualCards } from './cards.js';
import { post, upload } from './server.js';

const page = document.getElementById('sources');
const foot = document.getElementById('chosen');
const holder = page.querySelector('[data-list]');
const address = holder.dataset.address;
const bar = page.querySelector('[data-list-bar]');
const reading = document.getElementById('reading');
const TYPED = 250,
  ASK = 4000,
  ASK_WHILE_READING = 1200; // ms

// ---- what is seen

const query = () =>
  bar ? Object.fromEntries(Object.entries(Object.fromEntries(new FormData(bar))).filter(([, value]) => value.trim())) : {};
const words = () => {
  const { group, sort, ...rest } = query();
  return { ...rest, ...(group !== 'folder' && { group }), ...(sort !== 'number' && { sort }) };
};
const fetchCards = async (from, to) => {
  const answer = await fetch(`${address}/cards?${new URLSearchParams({ from, to, ...query() })}`);
  if (!answer.ok) throw new Error('cards');
  return answer.text();
};
const cards = virtualCards(holder, page.querySelector('[data-list-frame]'), fetchCards, () => tick());
async function renew() {
  const answer = await fetch(`${address}/list?${new URLSearchParams(query())}`);
  const fault = page.querySelector('[data-list-fault]');
  fault.textContent = decodeURIComponent(answer.headers.get('X-Problem') ?? (answer.ok ? '' : msg('sources-not-fetched')));
  if (fault.textContent) return;
  const [shown, total] = answer.headers.get('X-Shown').split(' ').map(Number);
  if (bar) bar.querySelector('[data-shown]').textContent = shown < total ? msg('shown-of', shown, total) : '';
  await cards.renew(await answer.text());
}
async function apply() {
  clearTimeout(typed);
  const asked = new URLSearchParams(words()).toString();
  history.replaceState(null, '', asked ? `?${asked}` : location.pathname);
  await renew();
}
let typed = 0;
bar?.addEventListener('submit', event => {
  event.preventDefault();
  apply();
});
bar?.addEventListener('change', apply);
bar?.elements.which.addEventListener('input', () => {
  clearTimeout(typed);
  typed = setTimeout(apply, TYPED);
});

// ---- how reading goes on, and what changes by itself

function tellReading({ waiting, total }) {
  const progress = reading.querySelector('[data-progress]');
  progress.hidden = !waiting;
  progress.max = total;
  progress.value = total - waiting;
  reading.querySelector('[data-read]').textContent = waiting
    ? msg('reading-of', total - waiting, total)
    : total
      ? msg('sources-read', total)
      : '';
  reading.dataset.waiting = waiting;
  const tab = document.querySelector('.tabs [aria-current] b');
  if (tab) tab.textContent = total;
}
async function ask() {
  const answer = document.hidden ? null : await fetch(`${address}/state`).catch(() => null);
  if (answer?.ok) {
    const state = await answer.json();
    if (String(state.change) !== reading.dataset.change && !document.activeElement?.matches('.rename, [type=password]')) {
      reading.dataset.change = state.change;
      if (!bar) location.reload();
      await renew();
    }
    tellReading(state);
  }
  setTimeout(ask, Number(reading.dataset.waiting) ? ASK_WHILE_READING : ASK);
}
setTimeout(ask, Number(reading.dataset.waiting) ? ASK_WHILE_READING : ASK);

// ---- what is selected

const chosen = new Set();
let last = null;
const boxes = () =>
  cards
    .loaded()
    .map(card => card.querySelector('[data-pick]'))
    .filter(Boolean);
function tick() {
  boxes().forEach(box => {
    box.checked = chosen.has(box.value);
  });
}
function tell() {
  tick();
  foot.hidden = !chosen.size;
  foot.querySelector('[data-chosen]').textContent = msg('pieces', chosen.size);
  document.querySelectorAll('[data-ids]').forEach(place => {
    place.replaceChildren(Object.assign(document.createElement('input'), { type: 'hidden', name: 'piece', value: [...chosen].join(',') }));
  });
}
const ids = async more => (await (await fetch(`${address}/ids?${new URLSearchParams({ ...query(), ...more })}`)).json()).map(String);
page.addEventListener('click', async event => {
  if (event.target.closest('[data-pick-all]')) (await ids({ offered: true })).forEach(id => chosen.add(id));
  else if (event.target.closest('[data-pick-none]')) chosen.clear();
  else if (event.target.closest('[data-tick-all]'))
    event.target
      .closest('form')
      .querySelectorAll('[type=checkbox]')
      .forEach(box => {
        box.checked = true;
      });
  else {
    const box = event.target.closest('[data-pick]');
    if (!box) return;
    const on = box.checked;
    const all = event.shiftKey && last ? await ids({}) : [];
    const span = all.length ? [all.indexOf(last), all.indexOf(box.value)].sort((a, b) => a - b) : null;
    const meant = span && span[0] >= 0 ? all.slice(span[0], span[1] + 1) : [box.value];
    meant.forEach(id => (on ? chosen.add(id) : chosen.delete(id)));
    last = box.value;
  }
  tell();
});

// ---- renaming where the name is

async function rename(field) {
  if (field.value === field.defaultValue) return;
  const answer = await post(field.dataset.rename, { name: field.value });
  const told = await answer.text();
  field.classList.toggle('is-wrong', !answer.ok);
  field.title = answer.ok ? '' : told;
  if (!answer.ok) return;
  field.value = field.defaultValue = told;
}
page.addEventListener('focusout', event => {
  if (event.target.matches('[data-rename]')) rename(event.target);
});
page.addEventListener('keydown', event => {
  if (!event.target.matches('[data-rename]')) return;
  if (event.key === 'Enter') event.target.blur();
  if (event.key === 'Escape') {
    event.target.value = event.target.defaultValue;
    event.target.blur();
  }
});

// ---- renaming many by a template, shown before it is done
const many = page.querySelector('[data-rename-all]');
const template = many.elements.template;
let asked = 0;
async function preview() {
  const mine = ++asked;
  const names = await (await post(foot.dataset.names, { piece: [...chosen].join(','), template: template.value })).json();
  if (mine !== asked) return; // a later question was asked meanwhile
  const problem = many.querySelector('[data-problem]');
  problem.hidden = !names.problem;
  problem.textContent = names.problem ?? '';
  many.querySelector('.main').disabled = Boolean(names.problem);
  if (names.problem) return;
  const twice = new Set(names.after.filter((name, i) => names.after.indexOf(name) !== i));
  many.querySelector('[data-preview]').replaceChildren(
    ...names.after.map((name, i) => {
      const row = document.createElement('tr');
      for (const text of [names.before[i], name]) row.insertCell().textContent = text;
      if (twice.has(name)) {
        row.cells[1].className = 'likely';
        row.cells[1].textContent = msg('more-than-once', name);
      }
      return row;
    }),
  );
}
template.addEventListener('input', preview);
page.querySelector('[data-open="rename-dialog"]').addEventListener('click', preview);
many.addEventListener('click', event => {
  const word = event.target.closest('[data-field]');
  if (!word) return;
  template.setRangeText(word.dataset.field, template.selectionStart, template.selectionEnd, 'end');
  template.focus();
  preview();
});

// ---- a new version of a source
const version = document.getElementById('version-choice');
let replacing = null;
document.addEventListener('click', event => {
  const button = event.target.closest('[data-new-version]');
  if (!button) return;
  replacing = button.dataset.replace;
  version.click();
});
version.addEventListener('change', async () => {
  const [file] = version.files;
  if (!file) return;
  const answer = await upload(replacing, file);
  if (answer.ok) {
    location.reload();
    return;
  }
  const strip = document.getElementById('uploads');
  const line = document.createElement('p');
  line.className = 'bad';
  line.textContent = `${file.name}: ${await answer.text()}`;
  strip.hidden = false;
  strip.replaceChildren(line);
});

// ---- grid or list
const view = name => {
  holder.classList.toggle('is-lines', name === 'lines');
  page.querySelectorAll('[data-view]').forEach(button => button.setAttribute('aria-pressed', button.dataset.view === name));
  localStorage.setItem('piece-view', name);
  cards.relayout();
};
page.querySelectorAll('[data-view]').forEach(button => button.addEventListener('click', () => view(button.dataset.view)));
view(localStorage.getItem('piece-view') ?? 'grid');
tell();
