// Brings profiles and marks in, one after the other as plain request bodies; what is refused says why.
const shelf = document.getElementById('shelf');
const choice = document.getElementById('shelf-choice');
const refused = document.getElementById('shelf-refused');
const token = document.querySelector('meta[name=csrf]').content;

shelf.querySelector('[data-choose]').addEventListener('click', () => choice.click());
choice.addEventListener('change', async () => {
  const reasons = [];
  for (const file of choice.files) {
    try {
      const answer = await fetch(`${shelf.dataset.shelf}?name=${encodeURIComponent(file.name)}`, {
        method: 'POST', body: file, headers: { 'Content-Type': 'application/octet-stream', 'X-XSRF-TOKEN': token },
      });
      if (!answer.ok) reasons.push(`${file.name}: ${answer.headers.get('Content-Type')?.startsWith('text/plain') ? await answer.text() : 'It was not taken in. Try again.'}`);
    } catch {
      reasons.push(`${file.name}: The upload broke off. Bring it in again.`);
    }
  }
  choice.value = '';
  refused.hidden = reasons.length === 0;
  refused.textContent = reasons.join(' ');
  if (!reasons.length) location.reload();
});
if (choice.files.length) choice.dispatchEvent(new Event('change')); // chosen before the script was there
