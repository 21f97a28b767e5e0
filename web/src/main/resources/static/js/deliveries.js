// A delivery's page: its files as they come into view, what is selected of them, and how sending them goes.
import { msg } from './messages.js';
import { virtualRows } from './rows.js';
import { post, told } from './server.js';

const ASK = 1500; // ms between questions how sending goes
const TYPED = 200; // ms until a typed word is looked for
const page = document.getElementById('delivery'),
  filters = page.querySelector('[data-filters]'),
  table = page.querySelector('table.of-delivery');
const find = what => page.querySelector(`[data-${what}]`);
const address = page.dataset.delivery;
const chosen = new Map();
let anchor = null,
  deleted = [];

const asked = () => Object.fromEntries([...new FormData(filters)].filter(([, value]) => value));

const rows = virtualRows(
  table.tBodies[0],
  document.documentElement,
  async (from, to) => {
    const answer = await fetch(`${address}/rows?${new URLSearchParams({ ...asked(), from, to })}`);
    if (!answer.ok) throw new Error('rows');
    showCount(Number(answer.headers.get('X-Files')), Number(answer.headers.get('X-Lines')));
    return { html: await answer.text(), lines: Number(answer.headers.get('X-Lines')) };
  },
  () => drawChosen(),
);

function showCount(files, lines) {
  find('shown').textContent = files || !lines ? msg('delivered-files', files) : '';
  find('nothing').hidden = lines > 0;
}
function showCrumbs() {
  const crumbs = find('crumbs'),
    folder = filters.elements.folder.value;
  crumbs.hidden = filters.elements.view.value !== 'folders';
  const steps = folder ? folder.split('/') : [];
  const link = (text, path) =>
    Object.assign(document.createElement('button'), { type: 'button', className: 'plain-button', textContent: text, value: path });
  crumbs.replaceChildren(
    link(msg('all-folders'), ''),
    ...steps.flatMap((step, at) => [' / ', link(step, steps.slice(0, at + 1).join('/'))]),
  );
}
async function renew() {
  history.replaceState(null, '', `${address}?${new URLSearchParams(asked())}`);
  table.className = `lines of-delivery is-${filters.elements.view.value}`;
  showCrumbs();
  await rows.renew(true);
}
function open(folder) {
  filters.elements.folder.value = folder;
  renew();
}

// ---- filters

let later = 0;
filters.addEventListener('submit', event => event.preventDefault());
page.addEventListener('change', event => {
  if (event.target.form !== filters) return;
  if (event.target.name === 'view') filters.elements.folder.value = '';
  if (event.target.name === 'compare') location.assign(`${address}?${new URLSearchParams(asked())}`);
  else renew();
});
filters.elements.text.addEventListener('input', () => {
  clearTimeout(later);
  later = setTimeout(renew, TYPED);
});
find('other')?.addEventListener('change', event => location.assign(event.target.value));
document.addEventListener('keydown', event => {
  if (event.key !== '/' || event.target.closest('input, select, textarea, dialog')) return;
  event.preventDefault();
  find('find').focus();
});

// ---- what is selected

function drawChosen() {
  find('chosen').hidden = !chosen.size;
  find('chosen-count').textContent = msg('selected-files', chosen.size);
  table.querySelectorAll('[data-id]').forEach(one => {
    const box = one.querySelector('[data-pick]');
    if (box) box.checked = chosen.has(one.dataset.id);
  });
}
function pick(box, many) {
  const all = [...table.querySelectorAll('[data-pick]')],
    at = all.indexOf(box);
  const from = many && anchor !== null ? Math.min(anchor, at) : at,
    to = many && anchor !== null ? Math.max(anchor, at) : at;
  for (const one of all.slice(from, to + 1)) {
    const { id } = one.closest('[data-id]').dataset;
    if (box.checked) chosen.set(id, one.closest('[data-id]').querySelector('[data-path]').dataset.path);
    else chosen.delete(id);
  }
  anchor = at;
  drawChosen();
}
async function selectAll() {
  const ids = await (await fetch(`${address}/ids?${new URLSearchParams(asked())}`)).json();
  ids.forEach(id => chosen.set(String(id), chosen.get(String(id)) ?? ''));
  table.querySelectorAll('[data-id]').forEach(one => {
    if (chosen.has(one.dataset.id)) chosen.set(one.dataset.id, one.querySelector('[data-path]').dataset.path);
  });
  drawChosen();
}
function say(text, canUndo) {
  const said = find('said');
  said.hidden = false;
  said.querySelector('span').textContent = text;
  find('undo').hidden = !canUndo;
}
async function change(what, ids) {
  try {
    return await told(await post(`${address}/${what}`, { ids: ids.join() }));
  } catch (problem) {
    say(problem.message, false);
    return null;
  }
}
async function remove() {
  const done = await change('delete', [...chosen.keys()]);
  if (!done) return;
  deleted = done.ids;
  chosen.clear();
  say(done.said, deleted.length > 0);
  await rows.renew();
}
async function undo() {
  const done = await change('restore', deleted);
  if (!done) return;
  say(done.said, false);
  await rows.renew();
}
async function copyPaths() {
  const wanted = [...chosen.keys()];
  const answer = await post(`${address}/paths`, { ids: wanted.join() });
  await navigator.clipboard.writeText(await answer.text());
  say(msg('paths-copied', wanted.length), false);
}
function download() {
  const form = page.querySelector('[data-zip-form]');
  form.elements.ids.value = [...chosen.keys()].join();
  form.submit();
}
page.addEventListener('click', event => {
  const { target } = event;
  const folder = target.closest('[data-folder]');
  if (folder) open(folder.dataset.folder);
  if (target.closest('.crumbs button')) open(target.closest('.crumbs button').value);
  if (target.closest('[data-pick]')) pick(target.closest('[data-pick]'), event.shiftKey);
  const shown = target.closest('[data-show]');
  if (shown) show(shown);
  if (target.closest('[data-select-all]')) selectAll();
  if (target.closest('[data-select-none]')) {
    chosen.clear();
    drawChosen();
  }
  if (target.closest('[data-delete]')) remove();
  if (target.closest('[data-undo]')) undo();
  if (target.closest('[data-copy-paths]')) copyPaths();
  if (target.closest('[data-zip]')) download();
});

// ---- one file

let wanted = ''; // the file that was chosen last: an older answer that comes later is not shown
function show(button) {
  table.querySelectorAll('[data-show][aria-pressed]').forEach(one => one.removeAttribute('aria-pressed'));
  button.setAttribute('aria-pressed', 'true');
  const { compare } = asked();
  wanted = `/renditions/${button.dataset.show}?${new URLSearchParams(compare ? { compare } : {})}`;
  globalThis.htmx.ajax('GET', wanted, { target: '#details', swap: 'outerHTML' });
}
page.addEventListener('htmx:beforeSwap', event => {
  const { pathInfo, target } = event.detail;
  if (target.id === 'details' && pathInfo.requestPath !== wanted) event.detail.shouldSwap = false;
});
page.addEventListener('input', event => {
  if (event.target.matches('[data-divider]')) event.target.closest('[data-two]').style.setProperty('--divider', `${event.target.value}%`);
});

page.addEventListener(
  'error',
  event => {
    if (!event.target.matches('.thumb img')) return;
    event.target.replaceWith(Object.assign(document.createElement('span'), { textContent: msg('no-preview') }));
  },
  { capture: true },
);

// ---- how sending goes

async function ask() {
  const answer = await fetch(`${address}/sending`).catch(() => null);
  if (answer?.ok) {
    const live = document.getElementById('delivery-live');
    live.innerHTML = await answer.text();
    page.dataset.busy = live.firstElementChild.dataset.busy;
  }
  if (page.dataset.busy === 'true') setTimeout(ask, ASK);
}
if (page.dataset.busy === 'true') setTimeout(ask, ASK);
showCrumbs();
showCount(Number(find('shown').dataset.files), Number(table.tBodies[0].dataset.lines));
rows.draw();
addEventListener('load', () => {
  const first = table.querySelector('[data-show]');
  if (first) show(first);
});
