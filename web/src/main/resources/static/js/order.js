// A list whose items are dragged, or moved by buttons, into order, and taken out.
export function keepOrder(list, changed) {
  list.addEventListener('click', event => {
    const item = event.target.closest('li');
    if (event.target.closest('[data-up]')) item.previousElementSibling?.before(item);
    else if (event.target.closest('[data-down]')) item.nextElementSibling?.after(item);
    else if (event.target.closest('[data-off]')) item.remove();
    else return;
    event.target.closest('button').focus();
    changed();
  });
  let carried = null;
  list.addEventListener('dragstart', event => {
    if (event.target.closest('input')) return;
    carried = event.target.closest('li');
  });
  list.addEventListener('dragover', event => {
    const over = event.target.closest('li');
    if (!carried || !over) return;
    event.preventDefault();
    if (over === carried) return;
    const half = over.getBoundingClientRect();
    if (event.clientY < half.top + half.height / 2) over.before(carried);
    else over.after(carried);
  });
  list.addEventListener('drop', event => event.preventDefault());
  list.addEventListener('dragend', () => {
    if (carried) changed();
    carried = null;
  });
}
