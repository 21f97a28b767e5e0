// Dialogs of the plan: the files that will be made, and what goes into one file, in which order.
import { keepOrder } from './order.js';
import { post } from './server.js';

export function pages(plan, parts) {
  const { page, address } = plan;
  page.querySelector('[data-show-files]').addEventListener('click', async () => {
    await parts.cells.keep();
    const files = document.getElementById('files-dialog');
    const answer = await post(`${address}/files`, {});
    files.querySelector('[data-files-list]').innerHTML = answer.ok
      ? await answer.text()
      : '<p>The list could not be made. Reload the page.</p>';
    files.showModal();
  });

  const dialog = document.getElementById('pages-dialog');
  const list = dialog.querySelector('[data-page-list]');
  const ids = () => [...list.children].map(item => item.dataset.piece);
  let shown = null,
    order = [];
  async function open(button) {
    await parts.cells.keep();
    shown = button.dataset.column;
    dialog.querySelector('[data-title]').textContent = button.dataset.title;
    const all = await (await fetch(`${address}/pages?column=${shown}`)).json();
    list.replaceChildren(
      ...all.map(({ id, name, pictureKey }) => {
        const item = dialog.querySelector('template').content.firstElementChild.cloneNode(true);
        item.dataset.piece = id;
        item.querySelector('img').src = `/pieces/${id}/thumbnail?v=${pictureKey}`;
        item.querySelector('[data-name]').textContent = name;
        item.querySelectorAll('button').forEach(move => move.setAttribute('aria-label', `${name}: ${move.title}`));
        return item;
      }),
    );
    order = ids();
    number();
    dialog.showModal();
  }
  const number = () =>
    [...list.children].forEach((item, at) => {
      item.querySelector('[data-number]').textContent = at + 1;
    });
  keepOrder(list, async () => {
    number();
    const now = ids();
    order.filter(piece => !now.includes(piece)).forEach(piece => parts.cells.turn(`${piece}:${shown}`, false));
    const moved = order.filter(piece => now.includes(piece)).join() !== now.join();
    order = now;
    if (moved && now.length) await plan.change('order', { column: shown, pieces: now.join(',') }, { anew: false });
  });
  page.addEventListener('click', event => {
    const button = event.target.closest('[data-pages]');
    if (button) open(button);
  });
}
