// The frame of every page: scheme, keys, dialogs, and which card of a list is chosen.
import { msg } from './messages.js';

const root = document.documentElement;
const dark = () => (root.dataset.scheme || (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light')) === 'dark';
const schemeButton = document.querySelector('[data-scheme-switch]');
const nameScheme = () => {
  schemeButton.textContent = dark() ? msg('light') : msg('dark');
};

schemeButton.addEventListener('click', () => {
  root.dataset.scheme = dark() ? 'light' : 'dark';
  localStorage.setItem('scheme', root.dataset.scheme);
  nameScheme();
});
nameScheme();

const keys = document.getElementById('keys');
document.querySelector('[data-keys-open]').addEventListener('click', () => keys.showModal());

document.addEventListener('click', event => {
  const open = event.target.closest('[data-open]');
  if (open) document.getElementById(open.dataset.open).showModal();
  if (event.target.closest('[data-close]')) event.target.closest('dialog').close();
  const chosen = event.target.closest('[data-select]');
  if (chosen) choose(chosen);
});
document.querySelectorAll('dialog[data-open-now="true"]').forEach(dialog => dialog.showModal());

function choose(button) {
  document.querySelectorAll('[data-select][aria-pressed]').forEach(other => other.removeAttribute('aria-pressed'));
  button.setAttribute('aria-pressed', 'true');
}
const first = document.querySelector('[data-select]');
if (first) choose(first);

const places = { a: '/assignments', r: '/recipes', c: '/channels', d: '/destinations', w: '/marks' };
let going = false;
document.addEventListener('keydown', event => {
  if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest('input, select, textarea, dialog')) return;
  if (going && places[event.key]) location.assign(places[event.key]);
  going = event.key === 'g';
  if (event.key === '?') keys.showModal();
  if (event.key === 'i') document.querySelector('[data-choose]')?.click();
  document.querySelector(`.tabs [data-key="${CSS.escape(event.key)}"]`)?.click();
});
