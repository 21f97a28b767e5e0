// A sheet: pieces dragged to other places, or put into another order.
const page = document.getElementById('sheet-page');
const canvas = page.querySelector('[data-canvas]');
const form = page.querySelector('form.region-form');
const list = page.querySelector('[data-order]');
const pieces = () => [...canvas.querySelectorAll('.sheet-item')];
const ofId = id => canvas.querySelector(`.sheet-item[data-piece="${id}"]`);

function keep() {
  form.elements.places.value = [...list.children]
    .map(item => {
      const piece = ofId(item.dataset.piece);
      return `${piece.dataset.piece}=${piece.dataset.x},${piece.dataset.y}`;
    })
    .join(';');
}
function put(piece, x, y) {
  piece.dataset.x = Math.round(Math.max(0, x) * 100) / 100;
  piece.dataset.y = Math.round(Math.max(0, y) * 100) / 100;
  piece.setAttribute('transform', `translate(${piece.dataset.x} ${piece.dataset.y})`);
}
const at = event => new DOMPoint(event.clientX, event.clientY).matrixTransform(canvas.getScreenCTM().inverse());

let drag = null;
canvas.addEventListener('pointerdown', event => {
  const piece = event.target.closest('.sheet-item');
  if (!piece) return;
  const point = at(event);
  drag = { piece, held: [point.x - piece.dataset.x, point.y - piece.dataset.y], from: [piece.dataset.x, piece.dataset.y] };
  canvas.setPointerCapture(event.pointerId);
  piece.focus();
});
canvas.addEventListener('pointermove', event => {
  if (!drag) return;
  const point = at(event);
  put(drag.piece, point.x - drag.held[0], point.y - drag.held[1]);
});
canvas.addEventListener('pointerup', event => {
  if (!drag) return;
  if (form.elements.layout.value !== 'free') changePlaces(drag, at(event));
  drag = null;
  keep();
});
// outside a free layout a dragged piece takes the place in the order of the one that it is dropped on
function changePlaces({ piece, from }, point) {
  put(piece, Number(from[0]), Number(from[1]));
  const on = pieces().find(
    other =>
      other !== piece &&
      point.x >= other.dataset.x &&
      point.y >= other.dataset.y &&
      point.x <= Number(other.dataset.x) + Number(other.dataset.w) &&
      point.y <= Number(other.dataset.y) + Number(other.dataset.h),
  );
  if (!on) return;
  const items = [...list.children];
  const moved = items.find(item => item.dataset.piece === piece.dataset.piece),
    target = items.find(item => item.dataset.piece === on.dataset.piece);
  if (items.indexOf(moved) < items.indexOf(target)) target.after(moved);
  else target.before(moved);
  keep();
  form.requestSubmit();
}
canvas.addEventListener('keydown', event => {
  const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
  const piece = event.target.closest('.sheet-item');
  if (!step || !piece) return;
  event.preventDefault();
  form.elements.layout.value = 'free';
  const by = event.shiftKey ? 10 : 1;
  put(piece, Number(piece.dataset.x) + step[0] * by, Number(piece.dataset.y) + step[1] * by);
  keep();
});

list.addEventListener('click', event => {
  const item = event.target.closest('li');
  if (event.target.closest('[data-up]')) item.previousElementSibling?.before(item);
  else if (event.target.closest('[data-down]')) item.nextElementSibling?.after(item);
  else if (event.target.closest('[data-off]')) {
    if (list.children.length > 1) {
      ofId(item.dataset.piece).remove();
      item.remove();
    }
  } else return;
  keep();
  event.target.focus();
});
let carried = null;
list.addEventListener('dragstart', event => {
  carried = event.target.closest('li');
});
list.addEventListener('dragover', event => {
  const over = event.target.closest('li');
  if (!carried || !over || over === carried) return;
  event.preventDefault();
  const half = over.getBoundingClientRect();
  if (event.clientY < half.top + half.height / 2) over.before(carried);
  else over.after(carried);
});
list.addEventListener('dragend', () => {
  carried = null;
  keep();
});
list.addEventListener('drop', event => event.preventDefault());
keep();
