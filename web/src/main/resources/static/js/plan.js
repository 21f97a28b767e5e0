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

function toggle(some) {
  const on = !some.every(isOn);
  some.forEach(cell => cell.setAttribute('aria-pressed', on));
  sumUp();
}

function sumUp() {
  const on = free.filter(isOn);
  const byColumn = new Map();
  on.forEach(cell => byColumn.set(cell.dataset.column, [...(byColumn.get(cell.dataset.column) ?? []), cell.dataset.source]));
  form.elements.cells.value = [...byColumn].map(([column, sources]) => `${column}=${sources}`).join(';');
  const pieces = new Set(on.map(cell => cell.dataset.source)).size;
  form.querySelector('[data-count]').textContent = plural(on.length, 'rendition');
  form.querySelector('[data-pieces]').textContent = `of ${plural(pieces, 'piece')}`;
  form.querySelector('[data-weight]').textContent = `about ${weight(on.reduce((sum, cell) => sum + Number(cell.dataset.bytes), 0))}`;
  const blockers = cells.filter(cell => cell.dataset.level === 'blocker').length;
  const count = level => on.filter(cell => cell.dataset.level === level).length;
  form.querySelector('[data-findings]').textContent =
    [[blockers, 'blocker'], [count('caution'), 'caution'], [count('hint'), 'hint']].filter(([n]) => n).map(([n, word]) => plural(n, word)).join(' · ') || 'nothing found amiss';
  const button = form.querySelector('[data-render]');
  button.textContent = on.length ? `Render ${on.length.toLocaleString('en')}` : 'Render';
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
});

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
