// The list at the side: finding by a part of the name, and bringing files in.
import { upload } from './server.js';
import { msg } from './messages.js';

const list = document.querySelector('.list');
const find = list.querySelector('[data-find]');

find?.addEventListener('input', () => {
  const wanted = find.value.trim().toLowerCase();
  let found = 0;
  for (const group of list.querySelectorAll('.list-group')) {
    const lines = [...group.querySelectorAll('a')];
    lines.forEach(line => {
      line.hidden = !line.textContent.toLowerCase().includes(wanted);
    });
    const shown = lines.filter(line => !line.hidden).length;
    group.hidden = !shown;
    if (wanted && group.matches('details')) group.open = shown > 0;
    found += shown;
  }
  list.querySelector('[data-none]').hidden = found > 0;
});
find?.addEventListener('keydown', event => {
  if (event.key === 'Enter') list.querySelector('.list-group:not([hidden]) a:not([hidden])')?.click();
});
document.addEventListener('keydown', event => {
  if (event.key !== '/' || event.ctrlKey || event.metaKey || event.target.closest('input, select, textarea, dialog')) return;
  event.preventDefault();
  find?.focus();
});

const choice = list.querySelector('input[type=file]');
const refused = list.querySelector('[data-refused]');
list.querySelector('[data-choose]')?.addEventListener('click', () => choice.click());
choice?.addEventListener('change', async () => {
  const reasons = [];
  let address = '';
  for (const file of choice.files) {
    try {
      const answer = await upload(list.dataset.bringIn, file);
      const said = await answer.json();
      if (answer.ok) address ||= said.address;
      else reasons.push(`${file.name}: ${said.problem}`);
    } catch {
      reasons.push(msg('not-imported', file.name));
    }
  }
  choice.value = '';
  refused.textContent = reasons.join('\n');
  refused.hidden = !reasons.length;
  if (address && !reasons.length) location.assign(address);
});
if (choice?.files.length) choice.dispatchEvent(new Event('change')); // chosen before the script was there
