// Asking the server: forms with the page's token, and its answers.
import { msg } from './messages.js';

export const token = document.querySelector('meta[name=csrf]').content;

/** Fields as a form sends them; what is null or undefined is left out. */
export const form = fields =>
  new URLSearchParams(
    Object.entries(fields)
      .filter(([, value]) => value !== null && value !== undefined)
      .flatMap(([key, value]) => (Array.isArray(value) ? value.map(one => [key, one]) : [[key, value]])),
  );

export const post = (address, fields, more = {}) =>
  fetch(address, { method: 'POST', body: form(fields), headers: { 'X-XSRF-TOKEN': token }, ...more });

/** A form as it is, which a later question may overtake. */
export const send = (address, body, signal) => fetch(address, { method: 'POST', body, signal, headers: { 'X-XSRF-TOKEN': token } });

/** A file as a plain request body. */
export const upload = (address, file) =>
  fetch(`${address}?name=${encodeURIComponent(file.name)}`, {
    method: 'POST',
    body: file,
    headers: { 'X-XSRF-TOKEN': token, 'Content-Type': 'application/octet-stream' },
  });

/** The JSON of an answer; throws with the server's words where something is wrong. */
export async function told(answer) {
  const said = await answer.json().catch(() => ({ problem: msg('no-answer-reload') }));
  if (!answer.ok || said.problem) throw new Error(said.sentence ?? said.problem ?? msg('failed-reload'));
  return said;
}
