// Shows the fields that belong to the chosen rule or format, and sends only those.
for (const select of document.querySelectorAll('select[data-shows]')) {
  const show = () => document.querySelectorAll(`[data-for^="${select.dataset.shows}:"]`).forEach(part => {
    const belongs = part.dataset.for.split(':')[1].split(' ').includes(select.value);
    part.hidden = !belongs;
    part.querySelectorAll('input, select').forEach(field => { field.disabled = !belongs; });
  });
  select.addEventListener('change', show);
  show();
}
document.querySelector('[aria-invalid]')?.focus();
