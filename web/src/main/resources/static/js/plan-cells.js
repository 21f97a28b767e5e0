// Cells of the plan: turned by click, space and dragged rectangle; the grid is one stop of the tab key, arrows go within it.
import { msg } from './messages.js';

const STEPS = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0], PageUp: [-10, 0], PageDown: [10, 0] };
const EDGE = 40; // px from an edge of the grid within which dragging scrolls it

export function cells(plan, parts) {
  const { body, page, frame } = plan;
  const isOn = cell => cell.getAttribute('aria-pressed') === 'true';
  const canTurn = cell => !cell.disabled && cell.getAttribute('aria-disabled') !== 'true';
  const loadedCells = () => plan.rows.loaded().flatMap(row => [...row.querySelectorAll('.cell')]);
  const lineOf = row => Number(row.getAttribute('aria-rowindex')) - 3;
  const placeOf = cell => ({ line: lineOf(cell.closest('tr')), column: cell.parentElement.cellIndex });

  // ---- what was turned is kept at once

  const pending = new Map();
  let soon = 0,
    sending = null,
    collided = null;
  function show(cell, on) {
    cell.setAttribute('aria-pressed', on);
    cell.classList.toggle('is-left-out', !on);
    if (on && ![...cell.classList].some(name => /^is-(planned|done|changed|failed)$/.test(name))) cell.classList.add('is-planned');
  }
  function turn(key, on) {
    const cell = loadedCells().find(one => one.dataset.cell === key);
    if (cell) show(cell, on);
    pending.set(key, on);
    clearTimeout(soon);
    soon = setTimeout(keep, 100);
  }
  function unsent() {
    const those = on =>
      [...pending]
        .filter(([, now]) => now === on)
        .map(([key]) => key)
        .join(',');
    const turned = { on: those(true), off: those(false) };
    pending.clear();
    return turned;
  }
  /** Keeps all that was turned; done when the last of it is. */
  function keep() {
    clearTimeout(soon);
    return (sending ??= (async () => {
      while (pending.size) await plan.change('choice', unsent(), { anew: false });
    })().finally(() => {
      sending = null;
    }));
  }
  addEventListener('pagehide', () => {
    if (pending.size) plan.change('choice', unsent(), { more: { keepalive: true } });
  });
  /** Whether files have come into each other's way since, or no longer are. */
  function collisions(now) {
    const before =
      collided ??
      loadedCells()
        .filter(cell => cell.classList.contains('has-blocker') && !cell.disabled)
        .map(cell => cell.dataset.cell);
    collided = now;
    return [...before].sort().join() !== [...now].sort().join();
  }
  async function many(fields) {
    await keep();
    await plan.change('many', { how: 'toggle', ...fields });
  }

  // ---- a rectangle, dragged or held with shift

  let rectangle = null,
    drag = null,
    dragged = false;
  const bounds = ({ from, to }) => ({
    from: Math.min(from.line, to.line),
    to: Math.max(from.line, to.line) + 1,
    left: Math.min(from.column, to.column),
    right: Math.max(from.column, to.column) + 1,
  });
  function drawRectangle() {
    const box = rectangle && bounds(rectangle);
    for (const row of plan.rows.loaded()) {
      const line = lineOf(row),
        within = box && line >= box.from && line < box.to;
      for (const cell of row.querySelectorAll('.cell')) {
        const column = cell.parentElement.cellIndex;
        cell.classList.toggle('in-rectangle', Boolean(within && column >= box.left && column < box.right));
      }
    }
  }
  function setRectangle(from, to) {
    rectangle = from && { from, to };
    drawRectangle();
  }
  async function turnRectangle() {
    const { from, to, left, right } = bounds(rectangle);
    setRectangle(null);
    await many({ from, to, left: left - 1, right: right - 1, ...parts.view.query() });
  }
  body.addEventListener('pointerdown', event => {
    const cell = event.target.closest('.cell');
    dragged = false;
    if (!cell || event.button !== 0 || event.pointerType === 'touch') return;
    drag = { from: placeOf(cell), y: event.clientY };
    setRectangle(null);
  });
  document.addEventListener('pointermove', event => {
    if (!drag) return;
    const cell = document.elementFromPoint(event.clientX, event.clientY)?.closest('.plan-grid .cell');
    drag.y = event.clientY;
    if (cell) {
      const to = placeOf(cell);
      if (!dragged && to.line === drag.from.line && to.column === drag.from.column) return;
      dragged = true;
      setRectangle(drag.from, to);
    }
    if (dragged) scrollAtEdge();
  });
  let scrolling = 0;
  function scrollAtEdge() {
    scrolling ||= requestAnimationFrame(() => {
      scrolling = 0;
      if (!drag) return;
      const { top, bottom } = frame.getBoundingClientRect(),
        head = page.querySelector('.plan-grid thead').offsetHeight;
      const by = drag.y > bottom - EDGE ? 14 : drag.y < top + head + EDGE ? -14 : 0;
      if (!by) return;
      frame.scrollTop += by;
      scrollAtEdge();
    });
  }
  document.addEventListener('pointerup', () => {
    const was = drag;
    drag = null;
    if (was && dragged && rectangle) turnRectangle();
  });
  document.addEventListener('pointercancel', () => {
    drag = null;
    setRectangle(null);
  });

  // ---- clicks

  page.addEventListener('click', event => {
    const button = event.target.closest('button');
    if (!button) return;
    if (button.matches('.cell') && dragged) {
      dragged = false;
      return;
    }
    if (button.matches('.cell') && canTurn(button)) turn(button.dataset.cell, !isOn(button));
    if (button.matches('[data-row-toggle]')) many({ pieces: button.closest('tr').dataset.piece });
    if (button.matches('[data-column-toggle]')) many({ where: button.dataset.column, ...parts.view.query() });
    if (button.matches('[data-band]')) many({ where: `${button.dataset.channel}.`, ...parts.view.query() });
    if (button.matches('[data-everything]')) many(parts.view.query());
    if (button.matches('[data-head]') && event.detail === 1) parts.selection.toggle(button.closest('tr'), event.shiftKey);
    if (button.matches('.look-button')) parts.drawer.show(button.dataset.look);
  });
  // one button to look closer, where the pointer is
  const look = Object.assign(document.createElement('button'), {
    type: 'button',
    className: 'look-button',
    title: 'Look closer (Enter)',
    tabIndex: -1,
  });
  look.setAttribute('aria-label', msg('open-cell'));
  body.addEventListener('pointerover', event => {
    const cell = event.target.closest('td')?.querySelector('.cell');
    if (!cell || drag || look.parentElement === cell.parentElement) return;
    look.dataset.look = cell.dataset.cell;
    cell.after(look);
  });

  // ---- keys

  let active = { line: 0, column: 1 };
  const buttonOf = (row, column) => (row?.dataset.piece ? row.cells[column]?.querySelector('.piece, .cell') : null);
  function drawn() {
    body.querySelectorAll('[tabindex="0"]').forEach(button => {
      button.tabIndex = -1;
    });
    const row = plan.rows.loaded().find(one => lineOf(one) === active.line);
    const button = (row?.isConnected && buttonOf(row, active.column)) || buttonOf(body.querySelector('tr[data-piece]'), 1);
    if (button) button.tabIndex = 0;
    if (rectangle) drawRectangle();
  }
  body.addEventListener('focusin', event => {
    const cell = event.target.closest('td, th'),
      row = cell?.closest('tr');
    if (!row?.dataset.piece || event.target.matches('input, .look-button')) return;
    active = { line: lineOf(row), column: cell.cellIndex };
    drawn();
    if (event.target.matches('.cell')) parts.drawer.follow(event.target.dataset.cell);
  });
  async function go(line, column) {
    const down = line >= active.line ? 1 : -1;
    let to = Math.max(0, Math.min(plan.rows.count - 1, line)),
      row = await plan.rows.row(to);
    while (row && !row.dataset.piece && to + down >= 0 && to + down < plan.rows.count) {
      row = await plan.rows.row((to += down)); // over headings
    }
    if (!row?.dataset.piece) return null;
    plan.rows.reveal(to);
    const at = Math.max(0, Math.min(row.cells.length - 1, column)),
      button = buttonOf(row, at);
    button?.focus();
    button?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    return { line: to, column: at };
  }
  body.addEventListener('keydown', async event => {
    if (event.target.matches('input')) return;
    const step = STEPS[event.key],
      cell = event.target.closest('.cell'),
      row = event.target.closest('tr');
    if (event.key === 'Escape' && rectangle) {
      setRectangle(null);
      event.stopPropagation();
      return;
    }
    if (event.key === ' ' && (rectangle || event.shiftKey || event.target.matches('.piece'))) {
      event.preventDefault();
      if (rectangle) await turnRectangle();
      else if (event.shiftKey) await parts.selection.toggle(row, false);
      else await many({ pieces: row.dataset.piece });
      return;
    }
    if (event.key === 'Enter' && cell) {
      event.preventDefault();
      parts.drawer.show(cell.dataset.cell);
      return;
    }
    if (event.key === 'p' && cell) {
      const [piece, column] = cell.dataset.cell.split(':');
      location.assign(`proof?${new URLSearchParams({ piece, column })}`);
      return;
    }
    if (event.key === 'e' && cell && canTurn(cell)) location.assign(`/pieces/${cell.dataset.cell.replace(':', '/recipes/')}`);
    const far = { Home: [active.line, 0], End: [active.line, row?.cells.length - 1] }[event.key];
    if (!step && !far) return;
    event.preventDefault();
    const from = active;
    if (far) await go(event.ctrlKey ? (event.key === 'Home' ? 0 : plan.rows.count - 1) : far[0], far[1]);
    else {
      const to = await go(active.line + step[0], active.column + step[1]);
      if (event.shiftKey && to && from.column > 0 && to.column > 0) setRectangle(rectangle?.from ?? from, to);
      else setRectangle(null);
    }
  });
  return {
    drawn,
    keep,
    collisions,
    turn,
    busy: () => pending.size > 0 || sending !== null,
    focus: () =>
      buttonOf(
        plan.rows.loaded().find(row => lineOf(row) === active.line),
        active.column,
      )?.focus(),
  };
}
