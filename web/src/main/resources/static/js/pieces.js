// Pieces on the sources page: choosing many, renaming one where it stands or many by a template, new versions, grid or list.
const page = document.getElementById('sources');
const token = document.querySelector('meta[name=csrf]').content;
const foot = document.getElementById('chosen');
const boxes = () => [...page.querySelectorAll('[data-pick]')];
const chosen = () => boxes().filter(box => box.checked);

function tell() {
  const on = chosen();
  foot.hidden = !on.length;
  foot.querySelector('[data-chosen]').textContent = `${on.length} piece${on.length === 1 ? '' : 's'}`;
  document.querySelectorAll('[data-ids]').forEach(place => place.replaceChildren(...on.map(box => {
    const field = document.createElement('input');
    field.type = 'hidden';
    field.name = 'piece';
    field.value = box.value;
    return field;
  })));
}

function choose(wanted) {
  boxes().forEach(box => { box.checked = wanted(box); });
  tell();
}

// "1-50, 72": numbers and spans of numbers
function range(text) {
  const spans = text.split(',').map(part => part.trim().match(/^(\d+)(?:\s*-\s*(\d+))?$/)).filter(Boolean).map(m => [Number(m[1]), Number(m[2] ?? m[1])]);
  return box => spans.some(([from, to]) => box.dataset.number >= from && box.dataset.number <= to);
}

page.addEventListener('change', event => { if (event.target.matches('[data-pick]')) tell(); });
page.querySelector('[data-pick-all]')?.addEventListener('click', () => choose(box => !box.hasAttribute('data-asked')));
page.querySelector('[data-pick-none]')?.addEventListener('click', () => choose(() => false));
page.querySelector('[data-pick-range]')?.addEventListener('input', event => choose(range(event.target.value)));
page.querySelector('[data-pick-name]')?.addEventListener('input', event => {
  const part = event.target.value.trim().toLowerCase();
  choose(box => part !== '' && box.dataset.name.toLowerCase().includes(part));
});
let last = null;
page.addEventListener('click', event => {
  const box = event.target.closest('[data-pick]');
  if (!box) return;
  const all = boxes();
  if (event.shiftKey && last) {
    const [from, to] = [all.indexOf(last), all.indexOf(box)].sort((a, b) => a - b);
    all.slice(from, to + 1).forEach(other => { other.checked = box.checked; });
    tell();
  }
  last = box;
});

// renaming where the name stands
const post = (address, values) => fetch(address, { method: 'POST', headers: { 'X-XSRF-TOKEN': token }, body: new URLSearchParams(values) });
async function rename(field) {
  if (field.value === field.defaultValue) return;
  const answer = await post(field.dataset.rename, { name: field.value });
  const words = await answer.text();
  field.classList.toggle('is-wrong', !answer.ok);
  field.title = answer.ok ? '' : words;
  if (!answer.ok) return;
  field.value = field.defaultValue = words;
  const box = field.closest('li').querySelector('[data-pick]');
  box.dataset.name = words;
}
page.addEventListener('focusout', event => { if (event.target.matches('[data-rename]')) rename(event.target); });
page.addEventListener('keydown', event => {
  if (!event.target.matches('[data-rename]')) return;
  if (event.key === 'Enter') event.target.blur();
  if (event.key === 'Escape') { event.target.value = event.target.defaultValue; event.target.blur(); }
});

// renaming many by a template, shown before it is done
const many = page.querySelector('[data-rename-all]');
const template = many.elements.template;
let asked = 0;
async function preview() {
  const mine = ++asked;
  const values = chosen().map(box => ['piece', box.value]);
  const names = await (await post(foot.dataset.names, [...values, ['template', template.value]])).json();
  if (mine !== asked) return; // a later question was asked meanwhile
  const problem = many.querySelector('[data-problem]');
  problem.hidden = !names.problem;
  problem.textContent = names.problem ?? '';
  many.querySelector('.main').disabled = Boolean(names.problem);
  if (names.problem) return;
  const twice = new Set(names.after.filter((name, i) => names.after.indexOf(name) !== i));
  many.querySelector('[data-preview]').replaceChildren(...names.after.map((name, i) => {
    const row = document.createElement('tr');
    for (const text of [names.before[i], name]) row.insertCell().textContent = text;
    if (twice.has(name)) { row.cells[1].className = 'likely'; row.cells[1].textContent = `${name} (more than once)`; }
    return row;
  }));
}
template.addEventListener('input', preview);
page.querySelector('[data-open="rename-dialog"]').addEventListener('click', preview);
many.addEventListener('click', event => {
  const word = event.target.closest('[data-field]');
  if (!word) return;
  template.setRangeText(word.dataset.field, template.selectionStart, template.selectionEnd, 'end');
  template.focus();
  preview();
});

// a new version of a source
const version = document.getElementById('version-choice');
let replacing = null;
document.addEventListener('click', event => {
  const button = event.target.closest('[data-new-version]');
  if (!button) return;
  replacing = button.dataset.replace;
  version.click();
});
version.addEventListener('change', async () => {
  const [file] = version.files;
  if (!file) return;
  const answer = await fetch(`${replacing}?name=${encodeURIComponent(file.name)}`, { method: 'POST', headers: { 'X-XSRF-TOKEN': token, 'Content-Type': 'application/octet-stream' }, body: file });
  if (answer.ok) { location.reload(); return; }
  const strip = document.getElementById('uploads');
  const line = document.createElement('p');
  line.className = 'bad';
  line.textContent = `${file.name}: ${await answer.text()}`;
  strip.hidden = false;
  strip.replaceChildren(line);
});

// grid or list
const view = name => {
  page.querySelectorAll('.cards').forEach(list => list.classList.toggle('is-lines', name === 'lines'));
  page.querySelectorAll('[data-view]').forEach(button => button.setAttribute('aria-pressed', button.dataset.view === name));
  localStorage.setItem('piece-view', name);
};
page.querySelectorAll('[data-view]').forEach(button => button.addEventListener('click', () => view(button.dataset.view)));
view(localStorage.getItem('piece-view') ?? 'grid');
tell();
