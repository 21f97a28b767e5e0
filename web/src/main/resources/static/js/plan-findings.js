// The panel of findings: what there is, the next of a kind, and what one click does about all of them.
import { msg } from './messages.js';

export function findings(plan, parts) {
  const panel = plan.page.querySelector('[data-findings-panel]');
  const dialog = document.getElementById('names-dialog');
  let asked = 0,
    last = '';

  const codeOf = target => target.closest('[data-code]').dataset.code;
  const isSeen = () => panel.offsetParent !== null;

  async function fill() {
    const mine = ++asked;
    const answer = await fetch(`${plan.address}/findings`).catch(() => null);
    if (mine !== asked) return;
    panel.innerHTML = answer?.ok ? await answer.text() : `<p class="finding-none">${msg('findings-not-fetched')}</p>`;
  }
  /** Goes to the next cell of a finding and opens it. */
  async function next(code) {
    last = code;
    const after = parts.drawer.key() ?? '';
    const answer = await fetch(`${plan.address}/findings/next?${new URLSearchParams({ code, after, ...parts.view.query() })}`);
    const { cell, line } = await answer.json();
    if (!cell) return;
    plan.rows.reveal(line);
    await plan.rows.row(line);
    plan.rows.draw(true);
    plan.body.querySelector(`[data-cell="${cell}"]`)?.focus();
    parts.drawer.show(cell);
  }
  const fix = (code, remedy) => plan.change('findings/fix', { code, remedy });
  const accept = (fields, accepted) => plan.change('findings/accept', { ...fields, accepted });

  panel.addEventListener('click', event => {
    const { target } = event;
    if (target.closest('[data-show-code]')) parts.view.find(codeOf(target));
    else if (target.closest('[data-next-code]')) next(codeOf(target));
    else if (target.closest('[data-remedy]')) fix(codeOf(target), target.closest('[data-remedy]').dataset.word);
    else if (target.closest('[data-accept-code]')) accept({ code: codeOf(target) }, true);
    else if (target.closest('[data-unaccept]')) {
      const { code, piece, column } = target.closest('[data-unaccept]').dataset;
      accept({ code, piece, column }, false);
    } else if (target.closest('[data-names]')) names();
  });

  async function names() {
    const answer = await fetch(`${plan.address}/findings/names`);
    dialog.querySelector('[data-ways]').innerHTML = answer.ok ? await answer.text() : '<p class="empty">They could not be fetched.</p>';
    dialog.showModal();
  }
  dialog.addEventListener('click', async event => {
    const way = event.target.closest('[data-way]');
    if (!way) return;
    dialog.close();
    await plan.change('findings/names', { way: way.dataset.word });
  });

  return { fill, next, accept, again: () => (last ? next(last) : null), renew: () => (isSeen() ? fill() : null) };
}
