// Regions: a rectangle dragged on a piece or typed in numbers; both always say the same.
const page = document.getElementById('regions');
const canvas = page.querySelector('[data-canvas]');
const frame = canvas.querySelector('[data-frame]');
const handles = canvas.querySelector('[data-handles]');
const guides = canvas.querySelector('[data-guides]');
const form = page.querySelector('.region-form');
const numbers = Object.fromEntries([...form.querySelectorAll('[data-number]')].map(field => [field.dataset.number, field]));
const unit = form.querySelector('[data-unit]');
const whole = { width: Number(page.dataset.width), height: Number(page.dataset.height) };
const NAMES = ['x', 'y', 'width', 'height'];
let box = { x: 0, y: 0, width: 0, height: 0 };

// what one of the shown units is, in the piece's own
const factor = () => (unit?.value === 'mm' ? Number(page.dataset.units) / 25.4 : 1);
const rounded = number => Math.round(number * 1000) / 1000;
const svg = (name, values) => {
  const element = document.createElementNS('http://www.w3.org/2000/svg', name);
  Object.entries(values).forEach(([key, value]) => element.setAttribute(key, value));
  return element;
};

function show(from) {
  NAMES.forEach(name => {
    frame.setAttribute(name, box[name]);
    form.elements[name].value = rounded(box[name]);
    if (numbers[name] !== from) numbers[name].value = rounded(box[name] / factor());
  });
  const size = (whole.width / canvas.clientWidth) * 9;
  handles.replaceChildren(
    ...(box.width > 0
      ? [
          [0, 0],
          [1, 0],
          [0, 1],
          [1, 1],
        ]
      : []
    ).map(([right, bottom]) =>
      svg('rect', {
        class: 'handle',
        x: box.x + right * box.width - size / 2,
        y: box.y + bottom * box.height - size / 2,
        width: size,
        height: size,
        'data-right': right,
        'data-bottom': bottom,
      }),
    ),
  );
  form.querySelector('[data-keep]').disabled = !(box.width > 0 && box.height > 0);
}

// lines that edges snap to: the piece's edges and middle, and the edges and middles of the other regions
function lines() {
  const across = [0, whole.width / 2, whole.width],
    down = [0, whole.height / 2, whole.height];
  canvas.querySelectorAll('[data-region]').forEach(other => {
    if (other.dataset.region === form.elements.region.value) return;
    const [x, y, width, height] = NAMES.map(name => Number(other.getAttribute(name)));
    across.push(x, x + width / 2, x + width);
    down.push(y, y + height / 2, y + height);
  });
  return { across, down };
}
function nearest(value, places) {
  const reach = (whole.width / canvas.clientWidth) * 7;
  return places.filter(place => Math.abs(place - value) <= reach).sort((a, b) => Math.abs(a - value) - Math.abs(b - value))[0];
}
function guide(x, y) {
  guides.replaceChildren();
  if (x !== undefined) guides.append(svg('line', { x1: x, x2: x, y1: 0, y2: whole.height }));
  if (y !== undefined) guides.append(svg('line', { y1: y, y2: y, x1: 0, x2: whole.width }));
}

const place = event => {
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(canvas.getScreenCTM().inverse());
  return [Math.max(0, Math.min(whole.width, point.x)), Math.max(0, Math.min(whole.height, point.y))];
};
const snapped = (event, [x, y]) => {
  if (event.altKey) {
    guide();
    return [x, y];
  }
  const to = lines(),
    toX = nearest(x, to.across),
    toY = nearest(y, to.down);
  guide(toX, toY);
  return [toX ?? Math.round(x), toY ?? Math.round(y)];
};

let drag = null;
canvas.addEventListener('pointerdown', event => {
  const other = event.target.closest('[data-region]');
  if (other && !(box.width > 0)) {
    page.querySelector(`[data-edit="${other.dataset.region}"]`).click();
    return;
  }
  canvas.setPointerCapture(event.pointerId);
  canvas.focus();
  const handle = event.target.closest('.handle');
  if (handle) {
    drag = { fixed: [box.x + (1 - handle.dataset.right) * box.width, box.y + (1 - handle.dataset.bottom) * box.height] };
  } else if (event.target === frame) {
    const [x, y] = place(event);
    drag = { held: [x - box.x, y - box.y] };
  } else {
    drag = { fixed: snapped(event, place(event)) };
  }
});
canvas.addEventListener('pointermove', event => {
  if (!drag) return;
  if (drag.held) move(event);
  else stretch(event);
  show();
});
function stretch(event) {
  const [x, y] = snapped(event, place(event));
  box = {
    x: Math.min(x, drag.fixed[0]),
    y: Math.min(y, drag.fixed[1]),
    width: Math.abs(x - drag.fixed[0]),
    height: Math.abs(y - drag.fixed[1]),
  };
}
function move(event) {
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(canvas.getScreenCTM().inverse());
  let x = point.x - drag.held[0],
    y = point.y - drag.held[1];
  if (!event.altKey) {
    const to = lines();
    const shift = (at, length, places) =>
      [0, length / 2, length]
        .map(part => [nearest(at + part, places), part])
        .filter(([found]) => found !== undefined)
        .map(([found, part]) => found - part)[0] ?? Math.round(at);
    x = shift(x, box.width, to.across);
    y = shift(y, box.height, to.down);
    guide();
  }
  box.x = Math.max(0, Math.min(whole.width - box.width, x));
  box.y = Math.max(0, Math.min(whole.height - box.height, y));
}
canvas.addEventListener('pointerup', () => {
  drag = null;
  guide();
});
canvas.addEventListener('keydown', event => {
  const steps = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
  const step = steps[event.key];
  if (!step || !(box.width > 0)) return;
  event.preventDefault();
  const by = event.shiftKey ? 10 : 1;
  box.x = Math.max(0, Math.min(whole.width - box.width, box.x + step[0] * by));
  box.y = Math.max(0, Math.min(whole.height - box.height, box.y + step[1] * by));
  show();
});

NAMES.forEach(name =>
  numbers[name].addEventListener('input', event => {
    const typed = Number(event.target.value.replace(',', '.'));
    event.target.classList.toggle('is-wrong', !Number.isFinite(typed) || typed < 0);
    if (!Number.isFinite(typed) || typed < 0) return;
    box[name] = typed * factor();
    show(event.target);
  }),
);
unit?.addEventListener('change', () => show());
form.querySelector('[data-new]').addEventListener('click', () => {
  form.elements.region.value = '';
  form.elements.name.value = 'Region';
  box = { x: 0, y: 0, width: 0, height: 0 };
  show();
  form.elements.name.select();
});
page.querySelectorAll('[data-edit]').forEach(button =>
  button.addEventListener('click', () => {
    form.elements.region.value = button.dataset.edit;
    form.elements.name.value = button.dataset.name;
    box = { x: Number(button.dataset.x), y: Number(button.dataset.y), width: Number(button.dataset.w), height: Number(button.dataset.h) };
    show();
    canvas.focus();
  }),
);
show();
