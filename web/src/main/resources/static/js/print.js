// The paper shows every change at once.
const form = document.querySelector('[data-print]');
form.addEventListener('change', event => {
  if (event.target.name) form.requestSubmit(form.querySelector('[data-refresh]'));
});
