// Asking the server: forms with the page's token, and its answers.
const token = document.querySelector('meta[name=csrf]').content;

/** Fields as a form sends them; what is null or undefined is left out. */
export const form = fields => new URLSearchParams(
  Object.entries(fields).filter(([, value]) => value !== null && value !== undefined).flatMap(([key, value]) => Array.isArray(value) ? value.map(one => [key, one]) : [[key, value]]));

export const post = (address, fields, more = {}) =>
  fetch(address, { method: 'POST', body: form(fields), headers: { 'X-XSRF-TOKEN': token }, ...more });

/** The JSON of an answer; throws with the server's words where something is wrong. */
export async function told(answer) {
  const said = await answer.json().catch(() => ({ problem: 'The server did not answer. Reload the page.' }));
  if (!answer.ok || said.problem) throw new Error(said.problem ?? 'That could not be done. Reload the page.');
  return said;
}
