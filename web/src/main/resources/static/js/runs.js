// At the end of a run the page's buttons change; the numbers came with the last event.
const arrived = () => {
  if (document.querySelector('tr.is-done')) document.querySelector('[data-to-delivery]').classList.remove('off');
};
for (const event of ['htmx:sseMessage', 'htmx:oobAfterSwap', 'htmx:afterSettle', 'htmx:sseClose']) document.body.addEventListener(event, arrived);
document.body.addEventListener('htmx:sseClose', () => {
  document.querySelectorAll('[data-while-running]').forEach(part => part.remove());
});
