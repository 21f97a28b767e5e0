// A click on a button that comes before the page's scripts do is kept and given to them as soon as they are there.
(() => {
  const early = [];
  const keep = event => {
    if (!event.target.closest('button')) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    early.push(event);
  };
  document.addEventListener('click', keep, true);
  document.addEventListener('DOMContentLoaded', () =>
    setTimeout(() => {
      document.removeEventListener('click', keep, true);
      early.forEach(event => event.target.dispatchEvent(new MouseEvent('click', event)));
    }),
  );
})();
