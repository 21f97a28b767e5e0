// Imports profiles, one after the other as plain request bodies; what is refused says why.
import { upload } from './server.js';
import { msg } from './messages.js';

const section = document.getElementById('profiles');
const choice = document.getElementById('profile-choice');
const refused = document.getElementById('profiles-refused');

section.querySelector('[data-choose]').addEventListener('click', () => choice.click());
choice.addEventListener('change', async () => {
  const reasons = [];
  for (const file of choice.files) {
    try {
      const answer = await upload(section.dataset.address, file);
      if (!answer.ok)
        reasons.push(
          `${file.name}: ${answer.headers.get('Content-Type')?.startsWith('text/plain') ? await answer.text() : msg('not-imported-short')}`,
        );
    } catch {
      reasons.push(`${file.name}: ${msg('upload-broke-off')}`);
    }
  }
  choice.value = '';
  refused.hidden = reasons.length === 0;
  refused.textContent = reasons.join(' ');
  if (!reasons.length) location.reload();
});
if (choice.files.length) choice.dispatchEvent(new Event('change')); // chosen before the script was there
