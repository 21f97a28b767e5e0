// The plan: wires its grid, filters, history, drawer and dialogs together. What all of it amounts to is worked out by the server.
import { msg } from './messages.js';
import { cells } from './plan-cells.js';
import { drawer } from './plan-drawer.js';
import { findings } from './plan-findings.js';
import { names } from './plan-names.js';
import { pages } from './plan-pages.js';
import { selection } from './plan-selection.js';
import { view } from './plan-view.js';
import { virtualRows } from './rows.js';
import { post, told } from './server.js';

const ASK = 5000,
  ASK_WHILE_READING = 2000; // ms between questions whether anything changed
const page = document.getElementById('plan');
const body = page.querySelector('.plan-grid tbody');
const find = what => page.querySelector(`[data-${what}]`);
const address = page.dataset.plan;
const parts = {};
let answered = Promise.resolve();

/** What the modules share. */
const plan = {
  page,
  body,
  address,
  frame: page.querySelector('.grid-frame'),
  say(text) {
    find('fault').textContent = text;
  },
  /** Does something on the server and shows what came of it; one after the other, so that an older answer never stands last. */
  async change(what, fields, { anew = true, more = {} } = {}) {
    plan.say('');
    const send = async () => told(await post(`${address}/${what}`, fields, more));
    const sent = more.keepalive ? send() : answered.then(send);
    answered = sent.catch(() => null);
    try {
      const state = await sent;
      await plan.show(state, anew);
      return state;
    } catch (problem) {
      plan.say(problem.message);
      return null;
    }
  },
  /** Shows how the plan is now; rows are fetched again where they may have changed. */
  async show(state, anew) {
    const { foot, history, waiting } = state;
    page.dataset.revision = state.revision;
    find('count').textContent = foot.renditions;
    find('pieces').textContent = foot.pieces;
    find('weight').textContent = foot.weight;
    find('findings').textContent = foot.findings;
    find('states').textContent = foot.states;
    const button = find('render');
    button.textContent = foot.button;
    button.disabled = find('later').disabled = !foot.toMake;
    find('again').textContent = foot.again;
    find('again').hidden = !foot.again;
    find('show-files').disabled = !foot.count;
    const tab = document.querySelector('.tabs [aria-current] b');
    if (tab) tab.textContent = foot.count.toLocaleString('en');
    showEnd('undo', msg('undo'), history.undo, history.undoes);
    showEnd('redo', msg('redo'), history.redo, history.redoes);
    showReading(waiting);
    const collided = parts.cells.collisions(state.collisions);
    if (anew || collided || parts.view.asksForCells()) await plan.rows.renew();
    if (anew) await parts.drawer.renew();
    await parts.findings.renew();
  },
};

function showEnd(name, word, step, label) {
  const button = find(name);
  button.dataset.step = step;
  button.disabled = !step;
  button.replaceChildren(`${word} `, ...(step ? [Object.assign(document.createElement('q'), { textContent: label })] : []));
}
function showReading(waiting) {
  const note = find('reading');
  note.hidden = !waiting;
  note.textContent = waiting ? msg('reading-more', waiting) : '';
  page.dataset.waiting = waiting;
}

async function move(name) {
  const step = find(name).dataset.step;
  if (step === '0') return;
  await parts.cells.keep();
  const state = await plan.change(name, { step });
  if (!state) await ask(true);
}

/** Whether a name or a text is being written, which must not be drawn over. */
const isTyping = () => page.contains(document.activeElement) && document.activeElement.matches('.name-field, [data-alt-text]');

/** Looks whether anything changed elsewhere: sources that were read, files that are gone, another window. */
async function ask(always = false) {
  if (document.hidden && !always) return;
  const answer = await fetch(`${address}/state`).catch(() => null);
  if (!answer?.ok) return;
  const state = await answer.json();
  if (!always && (parts.cells.busy() || isTyping())) return;
  const changed = state.revision !== page.dataset.revision;
  if (changed || always) await plan.show(state, true);
  else showReading(state.waiting);
}

if (body) {
  parts.view = view(plan);
  plan.rows = virtualRows(body, plan.frame, parts.view.fetchLines, () => {
    parts.cells?.drawn();
    parts.selection?.drawn();
    parts.drawer?.drawn();
  });
  parts.selection = selection(plan, parts.view);
  parts.drawer = drawer(plan, parts);
  parts.findings = findings(plan, parts);
  find('findings').addEventListener('click', () => parts.drawer.setTab('findings'));
  parts.cells = cells(plan, parts);
  parts.names = names(plan, parts);
  pages(plan, parts);
  plan.rows.draw();
  parts.cells.drawn();
  showReading(Number(page.dataset.waiting));

  page.querySelector('.assignment-head').addEventListener('click', event => {
    if (event.target.closest('[data-undo]')) move('undo');
    if (event.target.closest('[data-redo]')) move('redo');
  });
  document.addEventListener('keydown', event => {
    if (event.target.closest('input, select, textarea, dialog')) return;
    if (!event.ctrlKey && !event.metaKey && !event.altKey) {
      if (event.key === 'f') parts.drawer.setTab('findings');
      if (event.key === 'n') parts.findings.again();
      return;
    }
    const key = event.key.toLowerCase();
    if (key !== 'z' && key !== 'y') return;
    event.preventDefault();
    move(key === 'y' || event.shiftKey ? 'redo' : 'undo');
  });
  // nothing is started before all that was turned is kept
  const form = page.querySelector('.foot');
  form.addEventListener('submit', async event => {
    if (!parts.cells.busy()) return;
    event.preventDefault();
    await parts.cells.keep();
    form.requestSubmit(event.submitter);
  });
  const later = document.getElementById('later-dialog'),
    time = later.querySelector('[data-at]');
  find('later').addEventListener('click', () => later.showModal());
  later.querySelector('[data-close]').addEventListener('click', () => later.close());
  later.addEventListener('close', () => {
    time.value = '';
    later.querySelector('[data-at-go]').disabled = true;
  }); // a time that was not meant counts for nothing
  time.addEventListener('input', () => {
    later.querySelector('[data-at-go]').disabled = !time.value;
  });
  const again = async () => {
    await ask();
    setTimeout(again, Number(page.dataset.waiting) ? ASK_WHILE_READING : ASK);
  };
  setTimeout(again, Number(page.dataset.waiting) ? ASK_WHILE_READING : ASK);
} else if (Number(page.dataset.waiting)) {
  setTimeout(() => location.reload(), ASK_WHILE_READING); // the first pieces are on their way
}
