// Choosing cells of the plan: single ones, rows, columns, channels, everything; and what the choice amounts to.
import { keepOrder } from './order.js';

const page = document.getElementById('plan');
const form = page.querySelector('.foot');
const cells = [...page.querySelectorAll('.cell')];
const free = cells.filter(cell => !cell.disabled);
const isOn = cell => cell.getAttribute('aria-pressed') === 'true';
const plural = (number, one) => `${number.toLocaleString('en')} ${one}${number === 1 ? '' : 's'}`;

function weight(bytes) {
  if (bytes < 1e6) return `${Math.round(bytes / 1e3)} kB`;
  return bytes < 1e9 ? `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB` : `${(bytes / 1e9).toFixed(2)} GB`;
}

// the order of the pages of a file that several pieces go into, once a person changed it
const orders = new Map();
const inOrder = (column, pieces) => orders.has(column)
  ? [...orders.get(column).filter(piece => pieces.includes(piece)), ...pieces.filter(piece => !orders.get(column).includes(piece))]
  : pieces;

const token = document.querySelector('meta[name=csrf]').content;
const address = form?.getAttribute('action');
const ask = (what, body, more = {}) => fetch(`${address}/${what}`, { method: 'POST', body: new URLSearchParams(body), headers: { 'X-XSRF-TOKEN': token }, ...more });

// what was turned is kept at once, and what then would overwrite another file is marked
const pending = new Map();
let soon = 0, sending = null;
function turn(some, on) {
  some.filter(cell => isOn(cell) !== on).forEach(cell => {
    cell.setAttribute('aria-pressed', on);
    pending.set(`${cell.dataset.piece}:${cell.dataset.column}`, on);
  });
  sumUp();
  clearTimeout(soon);
  soon = setTimeout(keep, 150);
}
function unsent() {
  const turned = [...pending], those = on => turned.filter(([, now]) => now === on).map(([cell]) => cell).join(',');
  pending.clear();
  return { on: those(true), off: those(false) };
}
/** Keeps all that was turned; done when the last of it is. */
function keep() {
  clearTimeout(soon);
  return sending ??= (async () => {
    while (pending.size) {
      const answer = await ask('choice', unsent());
      if (!answer.ok) throw new Error();
      if (!pending.size) mark((await answer.json()).collisions);
    }
  })().catch(() => { fault.textContent = 'The choice could not be kept. Reload the page.'; }).finally(() => { sending = null; });
}
addEventListener('pagehide', () => { if (pending.size) ask('choice', unsent(), { keepalive: true }); });
function mark(collisions) {
  for (const cell of free) {
    const reason = collisions[`${cell.dataset.piece}:${cell.dataset.column}`];
    if (!reason && !cell.dataset.collides) continue;
    cell.dataset.title ??= cell.title;
    cell.classList.toggle('has-blocker', Boolean(reason));
    if (reason) cell.dataset.collides = 'true'; else delete cell.dataset.collides;
    cell.dataset.level = reason ? 'blocker' : '';
    cell.title = reason ?? cell.dataset.title.split('\n')[0];
  }
  sumUp();
}
const toggle = some => turn(some, !some.every(isOn));
// what is off by itself, such as all of a drawing beside its artboards, comes along only where it was turned on
const toggleMany = wanted => toggle(free.filter(cell => wanted(cell) && (isOn(cell) || !cell.dataset.asked)));

function sumUp() {
  const chosen = free.filter(isOn), on = chosen.filter(cell => !cell.dataset.collides);
  const byColumn = new Map();
  on.forEach(cell => byColumn.set(cell.dataset.column, [...(byColumn.get(cell.dataset.column) ?? []), cell.dataset.piece]));
  form.elements.cells.value = [...byColumn].map(([column, pieces]) => `${column}=${inOrder(column, pieces)}`).join(';');
  const pieces = new Set(on.map(cell => cell.dataset.piece)).size;
  const combined = new Set(on.filter(cell => cell.dataset.combines).map(cell => cell.dataset.column)).size;
  const files = combined + on.filter(cell => !cell.dataset.combines).reduce((sum, cell) => sum + Number(cell.dataset.files), 0);
  form.querySelector('[data-count]').textContent = plural(files, 'rendition');
  form.querySelector('[data-pieces]').textContent = `of ${plural(pieces, 'piece')}`;
  form.querySelector('[data-weight]').textContent = `about ${weight(on.reduce((sum, cell) => sum + Number(cell.dataset.bytes), 0))}`;
  const blockers = cells.filter(cell => cell.dataset.level === 'blocker' && (cell.disabled || isOn(cell))).length;
  const count = level => on.filter(cell => cell.dataset.level === level).length;
  form.querySelector('[data-findings]').textContent =
    [[blockers, 'blocker'], [count('caution'), 'caution'], [count('hint'), 'hint']].filter(([n]) => n).map(([n, word]) => plural(n, word)).join(' · ') || 'nothing found amiss';
  const button = form.querySelector('[data-render]');
  button.textContent = on.length ? `Render ${files.toLocaleString('en')}` : 'Render';
  button.disabled = form.querySelector('[data-show-files]').disabled = !on.length;
}

// choosing many at once, by numbers, names, kind, channel and recipe
const chooser = page.querySelector('[data-chooser]');
const fault = page.querySelector('[data-pick-fault]');
chooser?.addEventListener('submit', event => event.preventDefault());
async function picked() {
  const answer = await (await ask('pick', { which: chooser.elements.which.value, kind: chooser.elements.kind.value })).json();
  fault.textContent = answer.problem ?? (answer.pieces.length ? '' : 'No piece is called that. Write 1-50, 72 or a name such as jar*.');
  return answer.problem ? [] : answer.pieces;
}
chooser?.addEventListener('click', async event => {
  const how = event.target.closest('[data-turn]')?.dataset.turn, carry = event.target.closest('[data-carry]');
  if (!how && !carry) return;
  const pieces = await picked();
  if (!pieces.length) return;
  if (carry) {
    await keep();
    await ask('carry', { from: chooser.elements.from.value, to: pieces.join(',') });
    location.reload();
    return;
  }
  const where = chooser.elements.where.value;
  const those = new Set(free.filter(cell => pieces.includes(cell.dataset.piece) && `${cell.dataset.column}`.startsWith(where) && (where.endsWith('.') || !where || cell.dataset.column === where)));
  const named = chooser.elements.which.value.trim();
  turn([...those].filter(cell => how === 'off' || named || !cell.dataset.asked), how !== 'off');
  if (how === 'only') turn(free.filter(cell => !those.has(cell)), false);
});

page.querySelector('[data-show-files]')?.addEventListener('click', async () => {
  const files = document.getElementById('files-dialog');
  const answer = await ask('files', { cells: form.elements.cells.value });
  files.querySelector('[data-files-list]').innerHTML = answer.ok ? await answer.text() : '<p>The list could not be made. Reload the page.</p>';
  files.showModal();
});

page.addEventListener('click', event => {
  const button = event.target.closest('button');
  if (!button) return;
  if (button.matches('.cell')) toggle([button]);
  if (button.matches('[data-row-toggle]')) toggle(free.filter(cell => cell.closest('tr') === button.closest('tr')));
  if (button.matches('[data-column-toggle]')) toggleMany(cell => cell.dataset.column === button.dataset.column);
  if (button.matches('[data-band]')) toggleMany(cell => cell.dataset.column.split('.')[0] === button.dataset.channel);
  if (button.matches('[data-everything]')) toggleMany(() => true);
  if (button.matches('[data-pages]')) openPages(button);
});

// the pages dialog: what goes into the file, in which order
const dialog = document.getElementById('pages-dialog');
const list = dialog?.querySelector('[data-page-list]');
let shown = null;
function openPages(button) {
  shown = button.dataset.column;
  dialog.querySelector('[data-title]').textContent = button.dataset.title;
  const byPiece = new Map(free.filter(cell => cell.dataset.column === shown).map(cell => [cell.dataset.piece, cell]));
  const on = inOrder(shown, [...byPiece.keys()].filter(piece => isOn(byPiece.get(piece))));
  list.replaceChildren(...on.map(piece => {
    const item = dialog.querySelector('template').content.firstElementChild.cloneNode(true);
    const row = byPiece.get(piece).closest('tr');
    item.dataset.piece = piece;
    item.querySelector('img').src = row.querySelector('img').src;
    item.querySelector('[data-name]').textContent = row.querySelector('.piece-name span').textContent;
    item.querySelectorAll('button').forEach(move => move.setAttribute('aria-label', `${item.querySelector('[data-name]').textContent}: ${move.title}`));
    return item;
  }));
  number();
  dialog.showModal();
}
function number() {
  [...list.children].forEach((item, at) => { item.querySelector('[data-number]').textContent = at + 1; });
  const pages = [...list.children].map(item => item.dataset.piece);
  orders.set(shown, pages);
  const column = free.filter(cell => cell.dataset.column === shown);
  turn(column.filter(cell => pages.includes(cell.dataset.piece)), true);
  turn(column.filter(cell => !pages.includes(cell.dataset.piece)), false);
  sumUp();
}
if (list) keepOrder(list, number);

const steps = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] };
page.addEventListener('keydown', event => {
  if (event.key === 'e' && event.target.matches('.cell')) event.target.parentElement.querySelector('.cell-more')?.click();
  const step = steps[event.key], here = event.target.closest('tbody td, tbody th');
  if (!step || !here) return;
  event.preventDefault();
  const rows = [...here.closest('tbody').rows];
  const row = rows[rows.indexOf(here.parentElement) + step[0]];
  row?.cells[here.cellIndex + step[1]]?.querySelector('button')?.focus();
});

if (form) sumUp();
