// Names of pieces, edited where they are: F2 or a double click, Enter keeps, Escape leaves.
import { msg } from './messages.js';

export function names(plan) {
  function edit(row) {
    const place = row.querySelector('[data-name]');
    if (!place || row.querySelector('.name-field')) return;
    const field = Object.assign(document.createElement('input'), {
      className: 'field name-field',
      value: place.textContent,
      maxLength: 200,
      spellcheck: false,
    });
    field.setAttribute('aria-label', msg('name-of-piece', row.querySelector('.number').textContent));
    row.querySelector('.row-head').append(field);
    field.focus();
    field.select();
    let over = false;
    const end = async keep => {
      if (over) return;
      over = true;
      const name = field.value.trim(),
        changed = name !== place.textContent;
      const focused = document.activeElement === field;
      field.remove();
      if (focused) row.querySelector('.piece').focus({ preventScroll: true });
      if (!keep || !changed) return;
      place.textContent = name || place.textContent;
      await plan.change('name', { piece: row.dataset.piece, name });
      plan.body.querySelector(`tr[data-piece="${row.dataset.piece}"] .piece`)?.focus({ preventScroll: true });
    };
    field.addEventListener('keydown', event => {
      event.stopPropagation();
      if (event.key === 'Enter') end(true);
      if (event.key === 'Escape') end(false);
    });
    field.addEventListener('focusout', () => end(true));
  }
  plan.body.addEventListener('dblclick', event => {
    const head = event.target.closest('.piece');
    if (head) edit(head.closest('tr'));
  });
  plan.body.addEventListener('keydown', event => {
    if (event.key !== 'F2') return;
    event.preventDefault();
    edit(event.target.closest('tr'));
  });
}
