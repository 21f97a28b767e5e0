// One channel: its recipes in order, and where files would go by what stands in the form.
import { byFolder } from './windows.js';
import { send } from './server.js';
import { msg } from './messages.js';
import { keepOrder } from './order.js';

const form = document.querySelector('.channel-form');
const list = form.querySelector('[data-recipes]');
const files = document.querySelector('[data-files]');
const kept = new URLSearchParams(new FormData(form)).toString();
let number = 0,
  waiting = 0;

function explain(faults) {
  for (const place of form.querySelectorAll('[data-fault]')) {
    place.textContent = faults[place.dataset.fault] ?? '';
    const control = form.elements.namedItem(place.dataset.fault);
    if (place.textContent) control?.setAttribute?.('aria-invalid', 'true');
    else control?.removeAttribute?.('aria-invalid');
  }
}

/** Paths as folders with their files below them. */
function tree(lines) {
  return [...byFolder(lines)].map(([folder, inside]) => {
    const part = document.createElement('section');
    const names = inside.map(({ name, blocker }) => {
      const item = Object.assign(document.createElement('li'), { className: 'mono', textContent: name });
      if (blocker) item.append(Object.assign(document.createElement('em'), { className: 'fault', textContent: blocker }));
      return item;
    });
    const all = document.createElement('ul');
    all.append(...names);
    part.append(Object.assign(document.createElement('h3'), { className: 'mono', textContent: folder || msg('no-folder') }), all);
    return part;
  });
}

async function check() {
  const mine = ++number;
  const body = new URLSearchParams(new FormData(form));
  try {
    const answer = await send('/channels/check', body);
    const said = await answer.json();
    if (mine !== number) return;
    explain(said.faults);
    const wrong = Object.keys(said.faults).length;
    const unsaved = body.toString() !== kept;
    form.querySelector('[data-changed]').textContent = wrong ? msg('to-correct', wrong) : unsaved ? msg('not-saved-yet') : '';
    form.querySelector('[data-keep]').disabled = wrong > 0;
    if (wrong) return;
    files.replaceChildren(
      ...(said.files.length
        ? tree(said.files)
        : [Object.assign(document.createElement('p'), { className: 'quiet', textContent: msg('no-files-yet') })]),
    );
  } catch {
    if (mine === number) form.querySelector('[data-changed]').textContent = msg('no-answer');
  }
}

function changed() {
  form.querySelector('[data-pattern]').hidden = form.querySelector('[name="/scheme"]:checked')?.value !== 'template';
  form.querySelector('[data-no-recipes]').hidden = list.children.length > 0;
  for (const option of form.querySelector('[data-add]').options)
    option.disabled = Boolean(list.querySelector(`[name=recipe][value="${option.value}"]`));
  clearTimeout(waiting);
  waiting = setTimeout(check, 80);
}

form.querySelector('[data-add]').addEventListener('change', event => {
  const option = event.target.selectedOptions[0];
  if (!option?.value) return;
  const line = form.querySelector('[data-recipe-line]').content.firstElementChild.cloneNode(true);
  line.querySelector('[name=recipe]').setAttribute('value', option.value);
  Object.assign(line.querySelector('a'), { href: `/recipes/${option.value}`, textContent: option.dataset.title });
  line.querySelector('small').textContent = option.dataset.summary;
  for (const [at, what] of ['folder', 'suffix'].entries()) {
    line.querySelectorAll('.labelled input')[at].name = `${what}-${option.value}`;
    line.querySelector(`[data-fault-${what}]`).dataset.fault = `${what}-${option.value}`;
  }
  list.append(line);
  event.target.value = '';
  changed();
});
keepOrder(list, changed);
form.addEventListener('input', changed);
changed();
