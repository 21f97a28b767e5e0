// Which format: what every format weighs at the same look, on some pieces of an assignment, one after the other.
import { msg } from './messages.js';

/**
 * Joins the dialog to a page.
 * @param {HTMLDialogElement} dialog
 * @param {{pieces: () => Promise<{id: string, name: string}[]>,
 *   ask: (piece: string, type: string, sum: number, signal: AbortSignal) => Promise<Response>,
 *   own: () => string, take: (type: string, quality: number) => void}} page
 */
export function whichFormat(dialog, page) {
  const says = dialog.querySelector('[data-which-says]'),
    first = says.textContent;
  const rows = [...dialog.querySelectorAll('tr[data-type]')];
  let running = null;

  function show(row, found, count) {
    const cell = name => row.querySelector(`[data-${name}]`);
    if (!found.length) {
      cell('bytes').textContent = '…';
      return;
    }
    row.dataset.sum = found.at(-1).sum;
    cell('bytes').textContent = found.at(-1).weight;
    const qualities = found.map(one => one.quality).sort((a, b) => a - b);
    cell('qualities').textContent = [...new Set([qualities[0], qualities.at(-1)])].join('–');
    const far = found.filter(one => !one.near).length;
    const { notFor, wanted } = found[0];
    cell('near').textContent = [
      far ? msg('not-so-near', far, found.length) : msg('as-near', wanted),
      notFor && msg('not-understood', notFor),
    ]
      .filter(Boolean)
      .join('; ');
    cell('take').hidden = found.length < count || far > 0 || Boolean(notFor);
    row.classList.toggle('is-not-for', Boolean(notFor));
    row.dataset.quality = qualities[Math.floor(qualities.length / 2)];
    const own = rows.find(other => other.dataset.type === page.own())?.dataset.sum;
    for (const other of rows)
      if (own && other.dataset.sum)
        other.querySelector('[data-against]').textContent =
          other.dataset.type === page.own() ? '' : `${Math.round((other.dataset.sum / own - 1) * 100)} %`.replace(/^(?=\d)/, '+');
  }

  async function run() {
    running?.abort();
    running = new AbortController();
    const { signal } = running;
    const pieces = await page.pieces();
    const order = [...rows].sort((a, b) => (b.dataset.type === page.own()) - (a.dataset.type === page.own()));
    const found = new Map(rows.map(row => [row, []]));
    for (const row of rows) {
      delete row.dataset.sum;
      row.querySelectorAll('td.mono, [data-near]').forEach(cell => (cell.textContent = ''));
      row.querySelector('[data-take]').hidden = true;
      show(row, [], pieces.length);
    }
    for (const [at, piece] of pieces.entries()) {
      says.textContent = msg('which-working', at + 1, pieces.length, piece.name);
      for (const row of order) {
        const answer = await page.ask(piece.id, row.dataset.type, row.dataset.sum ?? 0, signal);
        if (signal.aborted) return;
        if (answer.status !== 200) continue;
        const said = await answer.json();
        if (said.problem) continue;
        found.get(row).push(said);
        show(row, found.get(row), pieces.length);
      }
    }
    says.textContent = `${first} ${msg('which-done', pieces.length)}`;
    dialog.dataset.done = pieces.length;
  }

  dialog.querySelector('[data-close]').addEventListener('click', () => dialog.close());
  dialog.addEventListener('close', () => running?.abort());
  for (const row of rows)
    row.querySelector('[data-take]').addEventListener('click', () => {
      dialog.close();
      page.take(row.dataset.type, Number(row.dataset.quality));
    });
  return {
    open() {
      dialog.showModal();
      delete dialog.dataset.done;
      run().catch(error => {
        if (error.name !== 'AbortError') says.textContent = msg('no-answer-kept');
      });
    },
  };
}
