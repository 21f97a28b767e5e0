// Pieces that are selected, and what is done to all of them, or to all that are shown, at once.
import { msg } from './messages.js';

export function selection(plan, view) {
  const chosen = new Set();
  const bar = plan.page.querySelector('[data-many]');
  let anchor = null;

  const lineOf = row => Number(row.getAttribute('aria-rowindex')) - 3;
  function drawn() {
    for (const row of plan.rows?.loaded() ?? []) {
      if (!row.dataset.piece) continue;
      const on = chosen.has(row.dataset.piece);
      row.setAttribute('aria-selected', on);
      row.querySelector('[data-pick]').checked = on;
    }
  }
  function tell() {
    const filtered = view.filters();
    bar.hidden = !chosen.size && !filtered;
    const count = chosen.size || view.shown;
    bar.querySelector('[data-meant]').textContent = msg(chosen.size ? 'selected-pieces' : 'shown-pieces', count);
    bar.querySelector('[data-select-none]').hidden = !chosen.size;
    drawn();
  }
  async function toggle(row, toAnchor) {
    const on = !chosen.has(row.dataset.piece),
      line = lineOf(row);
    if (toAnchor && anchor !== null && anchor !== line) {
      const [from, to] = [Math.min(anchor, line), Math.max(anchor, line) + 1];
      const ids = await (await fetch(`${plan.address}/ids?${new URLSearchParams({ from, to, ...view.query() })}`)).json();
      ids.forEach(id => chosen.add(String(id)));
    } else if (on) chosen.add(row.dataset.piece);
    else chosen.delete(row.dataset.piece);
    anchor = line;
    tell();
  }
  async function all() {
    const ids = await (await fetch(`${plan.address}/ids?${new URLSearchParams(view.query())}`)).json();
    ids.forEach(id => chosen.add(String(id)));
    tell();
  }
  function none() {
    chosen.clear();
    anchor = null;
    tell();
  }
  /** The pieces that are meant: the selected ones, else all that are shown. */
  const targets = () => (chosen.size ? { pieces: [...chosen].join(',') } : {});

  plan.body.addEventListener('click', event => {
    const box = event.target.closest('[data-pick]');
    if (!box) return;
    toggle(box.closest('tr'), event.shiftKey);
  });
  bar.addEventListener('submit', event => event.preventDefault());
  bar.addEventListener('click', async event => {
    const how = event.target.closest('[data-turn]')?.dataset.turn;
    if (how) await plan.change('many', { how, where: bar.elements.where.value, ...targets(), ...view.query() });
    if (event.target.closest('[data-copy]')) await plan.change('copy', { model: bar.elements.model.value, ...targets(), ...view.query() });
    if (event.target.closest('[data-select-all]')) await all();
    if (event.target.closest('[data-select-none]')) none();
  });
  plan.page.addEventListener('viewed', tell);
  tell();
  return {
    drawn,
    toggle,
    none,
    ids: () => [...chosen],
    get size() {
      return chosen.size;
    },
  };
}
