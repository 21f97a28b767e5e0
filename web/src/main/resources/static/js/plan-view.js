// Which rows of the plan are seen: filter, groups and order. They are part of the address, so that a reload keeps them.
import { msg } from './messages.js';

const TYPED = 250; // ms after the last letter

export function view(plan) {
  const bar = plan.page.querySelector('[data-view-bar]');
  const says = bar.querySelector('[data-shown]');
  const none = plan.page.querySelector('[data-none-shown]');
  const all = Number(plan.body.dataset.all);
  let shown = Number(plan.body.dataset.rows),
    later = 0;

  /** What is asked for, without what says nothing. */
  function query() {
    const fields = Object.fromEntries(new FormData(bar));
    return Object.fromEntries(
      Object.entries(fields).filter(
        ([name, value]) => value.trim() && !(name === 'group' && value === 'none') && !(name === 'sort' && value === 'number'),
      ),
    );
  }
  const filters = () => ['which', 'kind', 'state', 'finding'].some(name => query()[name]);

  async function fetchLines(from, to) {
    const answer = await fetch(`${plan.address}/rows?${new URLSearchParams({ from, to, ...query() })}`);
    const problem = answer.headers.get('X-Problem') ?? (answer.ok ? '' : msg('rows-not-fetched'));
    if (problem) {
      plan.say(decodeURIComponent(problem));
      throw new Error('rows');
    }
    shown = Number(answer.headers.get('X-Rows'));
    tell();
    return { html: await answer.text(), lines: Number(answer.headers.get('X-Lines')) };
  }
  function tell() {
    says.textContent = filters() ? msg('shown-of', shown, all) : '';
    bar.querySelector('[data-clear]').hidden = !filters();
    none.classList.toggle('is-hidden', shown > 0);
    plan.page.dispatchEvent(new CustomEvent('viewed'));
  }
  async function apply() {
    clearTimeout(later);
    plan.say('');
    const words = new URLSearchParams(query()).toString();
    history.replaceState(null, '', words ? `?${words}` : location.pathname);
    await plan.rows.renew(true).catch(() => {});
  }
  function clear() {
    for (const name of ['which', 'kind', 'state', 'finding']) bar.elements[name].value = '';
    apply();
  }
  bar.addEventListener('submit', event => {
    event.preventDefault();
    apply();
  });
  bar.addEventListener('change', apply);
  bar.elements.which.addEventListener('input', () => {
    clearTimeout(later);
    later = setTimeout(apply, TYPED);
  });
  bar.addEventListener('click', event => {
    if (event.target.closest('[data-clear]')) clear();
  });
  none.addEventListener('click', event => {
    if (event.target.closest('[data-clear-too]')) clear();
  });
  document.addEventListener('keydown', event => {
    if (event.key !== '/' || event.ctrlKey || event.metaKey || event.target.closest('input, select, textarea, dialog')) return;
    event.preventDefault();
    bar.elements.which.focus();
    bar.elements.which.select();
  });
  // what was typed before the script was there counts too
  setTimeout(() => {
    if (bar.elements.which.value !== bar.elements.which.defaultValue) apply();
  });
  tell();
  return {
    query,
    filters,
    fetchLines,
    apply,
    /** Shows only rows with findings of a code. */
    find(code) {
      const choice = bar.elements.finding;
      if (![...choice.options].some(one => one.value === code)) choice.add(new Option(code.replaceAll('-', ' '), code));
      choice.value = code;
      return apply();
    },
    get shown() {
      return shown;
    },
    asksForCells: () => Boolean(query().state || query().finding),
  };
}
