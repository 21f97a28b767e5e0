// One recipe: clauses open in place, what stands in the form is checked and tried as it is typed, and nothing is lost before it is kept.
import { send } from './server.js';
import { msg } from './messages.js';
import './finding.js';
import { ladder } from './ladder.js';
import { preview } from './preview.js';
import { whichFormat } from './which-format.js';
import { cropFrame } from './crop.js';

const form = document.querySelector('form.recipe');
const pieces = document.querySelector('[data-piece]');
const session = crypto.randomUUID();
const draft = form.dataset.draft;
const field = name => form.elements.namedItem(name);
let number = 0,
  running = null,
  waiting = 0;

// which fields belong to the chosen rule, format or mark; only those are sent
const choosers = [...form.querySelectorAll('[data-shows]')].filter(chooser => chooser.dataset.shows);
const chosen = chooser => (chooser.matches('select') ? chooser.value : chooser.querySelector('input:checked')?.value);
function show() {
  const now = Object.fromEntries(choosers.map(chooser => [chooser.dataset.shows, chosen(chooser)]));
  for (const part of form.querySelectorAll('[data-for]')) {
    const [what, values] = part.dataset.for.split(':');
    part.hidden = !values.split(' ').includes(now[what]);
  }
  if (field('/watermark/adapts').checked) field('/watermark/colour').closest('[data-for]').hidden = true; // chosen by the ground
  for (const control of form.querySelectorAll('.clause-body input, .clause-body select')) {
    control.disabled = Boolean(control.closest('[data-for][hidden]'));
  }
}

const readings = { plain: value => value, percent: value => `${Math.round(value * 1000) / 10} %`, degrees: value => `${value}°` };
function read() {
  for (const output of form.querySelectorAll('output[data-reads]')) {
    output.textContent = readings[output.dataset.reads](output.closest('label').querySelector('input').value);
  }
}

function explain(faults) {
  for (const place of form.querySelectorAll('[data-fault]')) {
    place.textContent = faults[place.dataset.fault] ?? '';
    const control = place.closest('label, header')?.querySelector('input, select');
    if (place.textContent) control?.setAttribute('aria-invalid', 'true');
    else control?.removeAttribute('aria-invalid');
  }
  for (const clause of form.querySelectorAll('.clause')) {
    clause.classList.toggle(
      'is-faulty',
      [...clause.querySelectorAll('[data-fault]')].some(place => place.textContent),
    );
  }
}

function apply(answer) {
  explain(answer.faults);
  const count = Object.keys(answer.faults).length;
  const note = form.querySelector('[data-changed]');
  form.querySelector('[data-keep]').disabled = count > 0 || (form.dataset.recipe !== '0' && !answer.changed.length);
  form.querySelector('[data-undo]').hidden = !answer.changed.length && !count;
  if (count) {
    note.textContent = msg('to-correct', count);
    return;
  }
  for (const [word, sentence] of Object.entries(answer.sentences)) {
    form.querySelector(`[data-sentence="${word}"]`).textContent = sentence;
    form.querySelector(`[data-clause="${word}"]`).classList.toggle('is-idle', answer.idle.includes(word));
  }
  const words = answer.changed.map((title, at) => (at ? title.toLowerCase() : title));
  note.textContent = words.length ? msg('not-saved', words.join(', ')) : '';
  note.title = note.textContent;
  for (const names of form.querySelectorAll('[data-names]')) {
    names.replaceChildren(
      ...answer.names.map(({ piece, path }) => {
        const line = document.createElement('li');
        line.append(
          Object.assign(document.createElement('span'), { textContent: piece, className: 'quiet' }),
          Object.assign(document.createElement('span'), { textContent: path, className: 'mono' }),
        );
        return line;
      }),
    );
  }
  preview.notice(answer.findings);
}

async function check() {
  const mine = ++number,
    began = performance.now();
  running?.abort();
  running = new AbortController();
  const body = new URLSearchParams(new FormData(form));
  body.set('recipe', form.dataset.recipe);
  if (form.dataset.base) body.set('base', form.dataset.base);
  if (pieces) body.set('piece', pieces.value);
  body.set('session', session);
  body.set('number', mine);
  const ask = (address, what = body) => send(address, what, running.signal);
  const checked = ask('/recipes/check').then(async answer => {
    if (!answer.ok) throw new Error();
    const said = await answer.json();
    if (mine === number) apply(said);
  });
  if (pieces) preview.wait();
  const tried = pieces
    ? preview
        .first(ask, body, began, () => mine === number)
        .then(() => (mine === number ? ask('/recipes/preview') : null))
        .then(async answer => {
          if (mine !== number || !answer) return;
          if (answer.status === 204) preview.stop();
          else if (answer.ok) await preview.show(await answer.json(), session, mine, began);
          else throw new Error();
        })
    : null;
  await Promise.all([checked, tried]).catch(error => {
    if (mine === number && error.name !== 'AbortError') preview.fail(msg('no-answer-kept'));
  });
}

function changed() {
  read();
  show();
  sessionStorage.setItem(draft, JSON.stringify([...new FormData(form)].filter(([name]) => name !== '_csrf')));
  clearTimeout(waiting);
  waiting = setTimeout(check, 40);
}
form.addEventListener('input', changed);
form.addEventListener('change', event => {
  if (event.target.matches('select, [type=radio], [type=checkbox]')) changed();
});

// what was changed and not kept comes back with the page
function recall() {
  const kept = sessionStorage.getItem(draft);
  if (!kept || form.dataset.faulty) return;
  const values = JSON.parse(kept);
  for (const control of form.elements) {
    if (control.matches('[type=checkbox]')) control.checked = values.some(([name]) => name === control.name);
  }
  for (const [name, value] of values) {
    const control = field(name);
    if (control instanceof RadioNodeList) {
      for (const one of control) {
        if (one.type === 'radio') one.checked = one.value === value;
        else if (one.type !== 'checkbox') one.value = value;
      }
    } else if (control && control.type !== 'checkbox') control.value = value;
  }
  form.querySelector('[data-drafted]').hidden = false;
}
for (const sent of [form, document.getElementById('give-back')]) sent?.addEventListener('submit', () => sessionStorage.removeItem(draft));
form.querySelector('[data-undo]').addEventListener('click', () => {
  sessionStorage.removeItem(draft);
  location.reload();
});

// fields of names are put where the text cursor stands
const carets = new Map();
form.addEventListener('focusout', event => {
  if (event.target.matches('[name="/name"], [name="/folder"]')) carets.set(event.target.name, event.target.selectionStart);
});
form.addEventListener('click', event => {
  const word = event.target.closest('[data-into]');
  if (!word) return;
  const into = field(word.dataset.into),
    at = carets.get(into.name) ?? into.value.length;
  const filter = word.textContent.startsWith('|');
  const brace = filter ? into.value.lastIndexOf('}', at) : -1;
  const place = brace >= 0 ? brace : at;
  if (filter && brace < 0) return;
  into.setRangeText(word.textContent, place, place, 'end');
  into.focus();
  carets.set(into.name, into.selectionStart);
  changed();
});

// setting fields from what is drawn
const set = (name, value) => {
  const control = field(name);
  if (control instanceof RadioNodeList)
    [...control].forEach(one => {
      one.checked = one.value === value;
    });
  else control.value = value;
  changed();
};
form.addEventListener('click', event => {
  const aspect = event.target.closest('[data-aspect]');
  if (aspect) set('/crop/aspect', aspect.dataset.aspect);
});
const frame = cropFrame(form.querySelector('[data-crop-draw]'), aspect => set('/crop/aspect', aspect));
preview.onShown = answer => frame.show(answer.frame, answer.source, pieces.value);
preview.place = ({ anchor, inset }) => {
  field('/watermark/inset').value = inset;
  set('/watermark/anchor', anchor);
};
preview.placing = () => form.querySelector('[data-clause="watermark"]').open && !field('/watermark/tile').checked;
form.querySelector('[data-clause="watermark"]').addEventListener('toggle', event => {
  if (event.target.open) preview.whole();
  else preview.draw();
});

// the ladder and the question which format: both on what the form says now
const asked = fields => {
  const body = new URLSearchParams(new FormData(form));
  for (const [name, value] of Object.entries({ piece: pieces.value, session, ...fields })) body.set(name, value);
  return body;
};
const take = (type, quality) => {
  set('/format/type', type);
  if (field('/format/looks-like')) field('/format/looks-like').value = '';
  set('/format/quality', quality);
};
if (pieces) {
  const rungs = ladder(document.querySelector('[data-ladder]'), {
    size: preview.size,
    thumbnail: preview.thumbnail,
    ask: (fields, signal) => send('/recipes/ladder', asked(fields), signal),
    take,
  });
  const formats = whichFormat(document.querySelector('[data-which]'), {
    pieces: async () => (await send('/recipes/which-format/pieces', asked({}))).json(),
    ask: (piece, type, sum, signal) => send('/recipes/which-format', asked({ piece, type, sum, recipe: form.dataset.recipe }), signal),
    own: () => chosen(choosers.find(chooser => chooser.dataset.shows === 'format')),
    take,
  });
  form.querySelector('[data-open-ladder]').addEventListener('click', () => preview.size() && rungs.open(preview.middle()));
  form.querySelector('[data-open-which]').addEventListener('click', () => formats.open());
}

pieces?.addEventListener('change', () => {
  localStorage.setItem('preview-piece', pieces.value);
  check();
});
const last = localStorage.getItem('preview-piece');
if (pieces?.dataset.only) {
  [...pieces.options].filter(option => option.value !== pieces.dataset.only).forEach(option => option.remove());
} else if (pieces && last && [...pieces.options].some(option => option.value === last)) pieces.value = last;

document.addEventListener('keydown', event => {
  if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest('input, select, textarea, dialog')) return;
  if (event.key === 's') form.querySelector('[data-keep]:not(:disabled)')?.click();
  if (event.key === '1') preview.oneToOne();
  if (event.key === '0') preview.whole();
});

form.querySelectorAll('.clause').forEach(clause => {
  if ([...clause.querySelectorAll('[data-fault]')].some(place => place.textContent)) clause.open = true;
});
recall();
read();
show();
// what was chosen on a ladder elsewhere
const wanted = new URLSearchParams(location.search);
if (wanted.has('type') && wanted.has('quality')) take(wanted.get('type'), wanted.get('quality'));
else check();
