// Choosing cells of the plan: single ones, rows, columns, channels, everything; and what the choice amounts to.
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

function toggle(some) {
  const on = !some.every(isOn);
  some.forEach(cell => cell.setAttribute('aria-pressed', on));
  sumUp();
}

function sumUp() {
  const on = free.filter(isOn);
  const byColumn = new Map();
  on.forEach(cell => byColumn.set(cell.dataset.column, [...(byColumn.get(cell.dataset.column) ?? []), cell.dataset.piece]));
  form.elements.cells.value = [...byColumn].map(([column, pieces]) => `${column}=${inOrder(column, pieces)}`).join(';');
  const pieces = new Set(on.map(cell => cell.dataset.piece)).size;
  const combined = new Set(on.filter(cell => cell.dataset.combines).map(cell => cell.dataset.column)).size;
  const files = combined + on.filter(cell => !cell.dataset.combines).reduce((sum, cell) => sum + Number(cell.dataset.files), 0);
  form.querySelector('[data-count]').textContent = plural(files, 'rendition');
  form.querySelector('[data-pieces]').textContent = `of ${plural(pieces, 'piece')}`;
  form.querySelector('[data-weight]').textContent = `about ${weight(on.reduce((sum, cell) => sum + Number(cell.dataset.bytes), 0))}`;
  const blockers = cells.filter(cell => cell.dataset.level === 'blocker').length;
  const count = level => on.filter(cell => cell.dataset.level === level).length;
  form.querySelector('[data-findings]').textContent =
    [[blockers, 'blocker'], [count('caution'), 'caution'], [count('hint'), 'hint']].filter(([n]) => n).map(([n, word]) => plural(n, word)).join(' · ') || 'nothing found amiss';
  const button = form.querySelector('[data-render]');
  button.textContent = on.length ? `Render ${files.toLocaleString('en')}` : 'Render';
  button.disabled = !on.length;
}

page.addEventListener('click', event => {
  const button = event.target.closest('button');
  if (!button) return;
  if (button.matches('.cell')) toggle([button]);
  if (button.matches('[data-row-toggle]')) toggle(free.filter(cell => cell.closest('tr') === button.closest('tr')));
  if (button.matches('[data-column-toggle]')) toggle(free.filter(cell => cell.dataset.column === button.dataset.column));
  if (button.matches('[data-band]')) toggle(free.filter(cell => cell.dataset.column.split('.')[0] === button.dataset.channel));
  if (button.matches('[data-everything]')) toggle(free);
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
  free.filter(cell => cell.dataset.column === shown).forEach(cell => cell.setAttribute('aria-pressed', pages.includes(cell.dataset.piece)));
  sumUp();
}
list?.addEventListener('click', event => {
  const item = event.target.closest('li');
  if (event.target.closest('[data-up]')) item.previousElementSibling?.before(item);
  else if (event.target.closest('[data-down]')) item.nextElementSibling?.after(item);
  else if (event.target.closest('[data-off]')) item.remove();
  else return;
  event.target.focus();
  number();
});
let carried = null;
list?.addEventListener('dragstart', event => { carried = event.target.closest('li'); });
list?.addEventListener('dragover', event => {
  const over = event.target.closest('li');
  if (!carried || !over) return;
  event.preventDefault();
  if (over === carried) return;
  const half = over.getBoundingClientRect();
  if (event.clientY < half.top + half.height / 2) over.before(carried); else over.after(carried);
});
list?.addEventListener('drop', event => event.preventDefault());
list?.addEventListener('dragend', () => { carried = null; number(); });

const steps = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] };
page.addEventListener('keydown', event => {
  const step = steps[event.key], here = event.target.closest('tbody td, tbody th');
  if (!step || !here) return;
  event.preventDefault();
  const rows = [...here.closest('tbody').rows];
  const row = rows[rows.indexOf(here.parentElement) + step[0]];
  row?.cells[here.cellIndex + step[1]]?.querySelector('button')?.focus();
});

if (form) sumUp();
