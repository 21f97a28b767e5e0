// The focal point of a source: a click on its picture sets it, arrow keys move it by a hundredth.
const STEP = 0.01;
const steps = { ArrowLeft: [-STEP, 0], ArrowRight: [STEP, 0], ArrowUp: [0, -STEP], ArrowDown: [0, STEP] };
const within = share => Math.max(0, Math.min(1, share));

async function set(frame, x, y) {
  await htmx.ajax('POST', frame.dataset.focus, {
    target: '#details',
    swap: 'outerHTML',
    values: { x: within(x).toFixed(4), y: within(y).toFixed(4) },
  });
  document.querySelector('[data-focus]')?.focus();
}

document.addEventListener('click', event => {
  const frame = event.target.closest('[data-focus]');
  if (!frame || event.detail === 0) return;
  const box = frame.getBoundingClientRect();
  set(frame, (event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
});
document.addEventListener('keydown', event => {
  const frame = event.target.closest?.('[data-focus]');
  if (!frame || !steps[event.key]) return;
  event.preventDefault();
  const [down, across] = [...frame.querySelectorAll('line:not(.under)')];
  const x = down ? down.getAttribute('x1') / 100 : 0.5,
    y = across ? across.getAttribute('y1') / 100 : 0.5;
  set(frame, x + steps[event.key][0], y + steps[event.key][1]);
});
