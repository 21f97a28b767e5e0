// At the end of a run the page's buttons change; the numbers came with the last event.
document.body.addEventListener('htmx:sseClose', () => {
  document.querySelectorAll('[data-while-running]').forEach(part => part.remove());
});
document.body.addEventListener('htmx:sseMessage', () => {
  if (document.querySelector('tr.is-done')) document.querySelector('[data-to-delivery]').classList.remove('off');
});
