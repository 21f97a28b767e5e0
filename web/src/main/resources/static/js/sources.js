// Importing files: choosing, dropping, and sending them one after the other as plain request bodies, so that
// they keep the order in which they were given.
import { token } from './server.js';
import { msg } from './messages.js';

const page = document.getElementById('sources');
const choice = document.getElementById('file-choice');
const strip = document.getElementById('uploads');

const queue = [];
let active = 0,
  total = 0,
  sent = 0,
  bytesTotal = 0,
  bytesSent = 0,
  begun = 0;
const partial = new Map(),
  refused = [];

page.querySelector('[data-choose]').addEventListener('click', () => choice.click());
choice.addEventListener('change', () => {
  importFiles([...choice.files]);
  choice.value = '';
});
if (choice.files.length) setTimeout(() => choice.dispatchEvent(new Event('change'))); // chosen before the script was there

let over = 0;
const carriesFiles = event => [...(event.dataTransfer?.types ?? [])].includes('Files');
document.addEventListener('dragenter', event => {
  if (carriesFiles(event)) {
    over++;
    document.body.classList.add('dropping');
  }
});
document.addEventListener('dragleave', event => {
  if (carriesFiles(event) && --over <= 0) document.body.classList.remove('dropping');
});
document.addEventListener('dragover', event => {
  if (carriesFiles(event)) event.preventDefault();
});
document.addEventListener('drop', event => {
  if (!carriesFiles(event)) return;
  event.preventDefault();
  over = 0;
  document.body.classList.remove('dropping');
  importFiles([...event.dataTransfer.files]);
});
window.addEventListener('beforeunload', event => {
  if (active > 0) event.preventDefault();
});

function importFiles(files) {
  if (!files.length) return;
  if (!begun) begun = performance.now();
  queue.push(...files);
  total += files.length;
  bytesTotal += files.reduce((sum, file) => sum + file.size, 0);
  if (!active && queue.length) send(queue.shift());
  tell();
}

function send(file) {
  active++;
  const request = new XMLHttpRequest();
  request.open('POST', `${page.dataset.upload}?name=${encodeURIComponent(file.name)}`);
  request.setRequestHeader('Content-Type', 'application/octet-stream');
  request.setRequestHeader('X-XSRF-TOKEN', token);
  request.upload.addEventListener('progress', event => {
    partial.set(file, event.loaded);
    tell();
  });
  request.addEventListener('loadend', () => {
    active--;
    sent++;
    partial.delete(file);
    bytesSent += file.size;
    if (request.status !== 200)
      refused.push([
        file.name,
        request.status && request.getResponseHeader('Content-Type')?.startsWith('text/plain')
          ? request.responseText
          : msg('upload-broke-off'),
      ]);
    if (queue.length) send(queue.shift());
    else if (!active && !refused.length) location.reload();
    tell();
  });
  request.send(file);
}

function tell() {
  const done = bytesSent + [...partial.values()].reduce((sum, loaded) => sum + loaded, 0);
  const seconds = (performance.now() - begun) / 1000;
  const left = done > 0 ? Math.ceil(((bytesTotal - done) * seconds) / done) : null;
  strip.hidden = false;
  strip.replaceChildren();
  if (active) {
    const bar = document.createElement('progress');
    bar.max = bytesTotal || 1;
    bar.value = done;
    strip.append(bar, ` ${msg(left === null ? 'importing' : 'importing-left', Math.min(sent + 1, total), total, left)}`);
  }
  for (const [name, reason] of refused) {
    const line = document.createElement('p');
    line.className = 'bad';
    line.textContent = `${name}: ${reason}`;
    strip.append(line);
  }
  if (!active && refused.length) {
    const again = document.createElement('a');
    again.href = location.href;
    again.textContent = msg('imported-of', total - refused.length, total);
    strip.append(again);
  }
}
