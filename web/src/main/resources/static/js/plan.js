// Choosing cells of the plan: single ones, rows, columns, channels, everything. What all of it amounts to is worked out by the server.
import { keepOrder } from './order.js';
import { virtualRows } from './rows.js';

const page = document.getElementById('plan');
const form = page.querySelector('.foot');
const body = page.querySelector('.plan-grid tbody');
const fault = page.querySelector('[data-pick-fault]');
const token = document.querySelector('meta[name=csrf]').content;
const address = form?.getAttribute('action');
const ask = (what, fields, more = {}) =>
  fetch(`${address}/${what}`, { method: 'POST', body: new URLSearchParams(fields), headers: { 'X-XSRF-TOKEN': token }, ...more });

const fetchRows = async (from, to) => {
  const answer = await fetch(`${address}/rows?from=${from}&to=${to}`);
  if (!answer.ok) throw new Error('rows');
  return answer.text();
};
const rows = body && virtualRows(body, page.querySelector('.grid-frame'), fetchRows, () => rove());
const isOn = cell => cell.getAttribute('aria-pressed') === 'true';
const canTurn = cell => !cell.disabled && cell.getAttribute('aria-disabled') !== 'true';
const loadedCells = () => rows.loaded().flatMap(row => [...row.querySelectorAll('.cell')]);

// ---- what was turned is kept at once

const pending = new Map();
let soon = 0, sending = null, collisions = null;
function turn(key, on) {
  loadedCells().find(cell => cell.dataset.cell === key)?.setAttribute('aria-pressed', on);
  pending.set(key, on);
  clearTimeout(soon);
  soon = setTimeout(keep, 100);
}
function unsent() {
  const those = on => [...pending].filter(([, now]) => now === on).map(([key]) => key).join(',');
  const turned = { on: those(true), off: those(false) };
  pending.clear();
  return turned;
}
/** Keeps all that was turned; done when the last of it is. */
function keep() {
  clearTimeout(soon);
  return sending ??= (async () => {
    while (pending.size) {
      const answer = await ask('choice', unsent());
      if (!answer.ok) throw new Error();
      const turned = await answer.json();
      if (!pending.size) await tell(turned);
    }
  })().catch(() => { fault.textContent = 'The choice could not be kept. Reload the page.'; }).finally(() => { sending = null; });
}
addEventListener('pagehide', () => { if (pending.size) ask('choice', unsent(), { keepalive: true }); });

/** Says what all of it amounts to now; rows are fetched again where files have come into each other's way, or no longer are. */
async function tell({ foot, collisions: now }, anew = false) {
  form.querySelector('[data-count]').textContent = foot.renditions;
  form.querySelector('[data-pieces]').textContent = foot.pieces;
  form.querySelector('[data-weight]').textContent = foot.weight;
  form.querySelector('[data-findings]').textContent = foot.findings;
  const button = form.querySelector('[data-render]');
  button.textContent = foot.count ? `Render ${foot.count.toLocaleString('en')}` : 'Render';
  button.disabled = form.querySelector('[data-show-files]').disabled = !foot.count;
  const before = collisions ?? loadedCells().filter(cell => cell.classList.contains('has-blocker') && !cell.disabled).map(cell => cell.dataset.cell);
  collisions = now;
  if (anew || [...before].sort().join() !== [...now].sort().join()) await rows.renew();
}

async function many(fields) {
  await keep();
  fault.textContent = '';
  const answer = await (await ask('many', fields)).json();
  if (answer.problem) fault.textContent = answer.problem;
  else await tell(answer.turned, true);
}

// ---- choosing many at once, by numbers, names, kind, channel and recipe

const chooser = page.querySelector('[data-chooser]');
chooser?.addEventListener('submit', event => event.preventDefault());
chooser?.addEventListener('click', async event => {
  const how = event.target.closest('[data-turn]')?.dataset.turn, carry = event.target.closest('[data-carry]');
  const { which, kind, where, from } = chooser.elements;
  if (how) await many({ how, which: which.value, kind: kind.value, where: where.value });
  if (!carry) return;
  await keep();
  fault.textContent = '';
  const answer = await (await ask('carry', { from: from.value, which: which.value, kind: kind.value })).json();
  if (answer.problem) fault.textContent = answer.problem;
  else await tell(answer.turned, true);
});

page.querySelector('[data-show-files]')?.addEventListener('click', async () => {
  await keep();
  const files = document.getElementById('files-dialog');
  const answer = await ask('files', { orders: written() });
  files.querySelector('[data-files-list]').innerHTML = answer.ok ? await answer.text() : '<p>The list could not be made. Reload the page.</p>';
  files.showModal();
});

page.addEventListener('click', event => {
  const button = event.target.closest('button');
  if (!button) return;
  if (button.matches('.cell') && canTurn(button)) turn(button.dataset.cell, !isOn(button));
  if (button.matches('[data-row-toggle]')) many({ how: 'toggle', which: button.dataset.number });
  if (button.matches('[data-column-toggle]')) many({ how: 'toggle', where: button.dataset.column });
  if (button.matches('[data-band]')) many({ how: 'toggle', where: `${button.dataset.channel}.` });
  if (button.matches('[data-everything]')) many({ how: 'toggle' });
  if (button.matches('[data-pages]')) openPages(button);
});

// nothing is started before all that was turned is kept
form?.addEventListener('submit', async event => {
  form.elements.orders.value = written();
  if (!pending.size && !sending) return;
  event.preventDefault();
  await keep();
  form.submit();
});

// ---- the pages dialog: what goes into one file, in which order

const orders = new Map();
const written = () => [...orders].filter(([, pieces]) => pieces.length).map(([column, pieces]) => `${column}=${pieces}`).join(';');
const dialog = document.getElementById('pages-dialog');
const list = dialog?.querySelector('[data-page-list]');
let shown = null;
async function openPages(button) {
  await keep();
  shown = button.dataset.column;
  dialog.querySelector('[data-title]').textContent = button.dataset.title;
  const pages = await (await fetch(`${address}/pages?column=${shown}`)).json();
  const order = orders.get(shown) ?? [];
  const place = ({ id }) => order.includes(id) ? order.indexOf(id) : order.length;
  list.replaceChildren(...pages.sort((a, b) => place(a) - place(b)).map(({ id, name, pictureKey }) => {
    const item = dialog.querySelector('template').content.firstElementChild.cloneNode(true);
    item.dataset.piece = id;
    item.querySelector('img').src = `/pieces/${id}/thumbnail?v=${pictureKey}`;
    item.querySelector('[data-name]').textContent = name;
    item.querySelectorAll('button').forEach(move => move.setAttribute('aria-label', `${name}: ${move.title}`));
    return item;
  }));
  number();
  dialog.showModal();
}
function number() {
  [...list.children].forEach((item, at) => { item.querySelector('[data-number]').textContent = at + 1; });
  const pages = [...list.children].map(item => Number(item.dataset.piece));
  (orders.get(shown) ?? []).filter(piece => !pages.includes(piece)).forEach(piece => turn(`${piece}:${shown}`, false));
  orders.set(shown, pages);
}
if (list) keepOrder(list, number);

// ---- the grid is one stop of the tab key; arrows go within it

let active = { row: 0, column: 1 };
const buttonOf = (row, column) => row?.cells[column]?.querySelector('button');
async function rove() {
  body.querySelectorAll('[tabindex="0"]').forEach(button => { button.tabIndex = -1; });
  const row = rows.loaded().find(one => Number(one.getAttribute('aria-rowindex')) === active.row + 3);
  const button = row?.isConnected && buttonOf(row, active.column) || buttonOf(body.querySelector('tr:not(.spacer)'), 1);
  if (button) button.tabIndex = 0;
}
body?.addEventListener('focusin', event => {
  const cell = event.target.closest('td, th'), row = cell?.closest('tr');
  if (!row?.hasAttribute('aria-rowindex')) return;
  active = { row: Number(row.getAttribute('aria-rowindex')) - 3, column: cell.cellIndex };
  rove();
});
const steps = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0], PageUp: [-10, 0], PageDown: [10, 0] };
body?.addEventListener('keydown', async event => {
  if (event.key === 'e' && event.target.matches('.cell')) event.target.parentElement.querySelector('.cell-more')?.click();
  const step = steps[event.key];
  if (!step) return;
  event.preventDefault();
  const to = Math.max(0, Math.min(rows.count - 1, active.row + step[0])), column = Math.max(0, active.column + step[1]);
  const row = await rows.row(to);
  rows.reveal(to);
  const button = buttonOf(row, column);
  button?.focus();
  button?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
});

if (rows) {
  rows.draw();
  rove();
}
