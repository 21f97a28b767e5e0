// The preview: a piece before and after, at 1:1 or as a whole, under a movable divider; the watermark is placed on it by dragging.
import { msg } from './messages.js';

const pane = document.querySelector('[data-preview]');
const ground = pane.querySelector('[data-ground]');
const canvas = pane.querySelector('[data-picture]');
const divider = pane.querySelector('[data-divider]');
const note = pane.querySelector('[data-note]');
const figures = name => document.querySelectorAll(`[data-figure="${name}"]`);
const say = (name, text, title = '') =>
  figures(name).forEach(place => {
    place.textContent = text;
    place.title = title;
  });
/** Pixels from which on a rendition takes too long to be made at every change. */
const LARGE = 6e6;
/** How long nothing may change before a large rendition is made, ms. */
const SETTLED = 300;
const ANCHORS = [
  ['top-left', 'top', 'top-right'],
  ['left', 'centre', 'right'],
  ['bottom-left', 'bottom', 'bottom-right'],
];

let shown = null; // the last answer, with the page's session and the request's number
let place = null; // the point of the rendition in the middle of the pane, as shares of its sides
let split = 0.5,
  fitted = false;
let views = { before: null, after: null, held: null, key: '' };
let asked = 0,
  dragging = null,
  moved = null;

const ratio = () => devicePixelRatio || 1;
const size = () => ({ width: Math.round(canvas.clientWidth * ratio()), height: Math.round(canvas.clientHeight * ratio()) });
/** Device pixels for one pixel of the rendition. */
const scale = () => {
  const { width, height } = size();
  return fitted ? Math.min(width / shown.width, height / shown.height, ratio()) : 1;
};

/** Where the rendition lies in the pane, in device pixels. */
function layout() {
  const { width, height } = size(),
    zoom = scale();
  const wide = shown.width * zoom,
    high = shown.height * zoom;
  const along = (room, length, share) =>
    length <= room ? (room - length) / 2 : Math.min(0, Math.max(room - length, room / 2 - share * length));
  return { left: Math.round(along(width, wide, place.x)), top: Math.round(along(height, high, place.y)), wide, high, zoom, width, height };
}

/** The part of the rendition that is fetched: what is in sight and some way around it. */
function wanted() {
  const { left, top, zoom, width, height } = layout();
  const margin = fitted ? 0 : 120;
  const x = Math.max(0, Math.floor(-left / zoom) - margin),
    y = Math.max(0, Math.floor(-top / zoom) - margin);
  const right = Math.min(shown.width, Math.ceil((width - left) / zoom) + margin),
    bottom = Math.min(shown.height, Math.ceil((height - top) / zoom) + margin);
  return {
    x,
    y,
    width: right - x,
    height: bottom - y,
    across: Math.max(1, Math.round((right - x) * zoom)),
    down: Math.max(1, Math.round((bottom - y) * zoom)),
  };
}

const covers = () => {
  if (!views.held || views.held.zoom !== scale()) return false;
  const { left, top, zoom, width, height } = layout(),
    held = views.held;
  return (
    held.x <= Math.max(0, -left / zoom) &&
    held.y <= Math.max(0, -top / zoom) &&
    held.x + held.width >= Math.min(shown.width, (width - left) / zoom) &&
    held.y + held.height >= Math.min(shown.height, (height - top) / zoom)
  );
};

async function fetchView(side, part) {
  const query = new URLSearchParams(part);
  return bitmap(await fetch(`/recipes/preview/${shown.session}/${shown.number}/${side}?${query}`));
}
async function bitmap(answer) {
  if (answer.status !== 200) return null; // a later request has replaced it
  const samples = new Uint8ClampedArray(await answer.arrayBuffer());
  return createImageBitmap(new ImageData(samples, Number(answer.headers.get('X-Width'))));
}

/** Fetches what is in sight; the picture before only where it cannot be the same. */
async function look(fresh) {
  if (!shown || (!fresh && covers())) return draw();
  const mine = ++asked,
    part = wanted();
  const key = JSON.stringify([part, shown.frame, shown.content, shown.width, shown.height, shown.source]);
  const after = await fetchView('after', part);
  if (mine !== asked || !after) return;
  const same = key === views.key;
  views = { before: same ? views.before : null, after, held: { ...part, zoom: scale() }, key };
  draw();
  answered();
  if (!same) {
    const before = await fetchView('before', part);
    if (mine !== asked || !before) return;
    views.before = before;
    draw();
  }
}

function answered() {
  if (!shown.began) return;
  pane.dataset.millis = Math.round(performance.now() - shown.began);
  pane.dataset.answered = shown.number;
  shown.began = 0;
}

function draw() {
  const { width, height } = size();
  if (canvas.width !== width || canvas.height !== height) Object.assign(canvas, { width, height });
  const pen = canvas.getContext('2d');
  pen.clearRect(0, 0, width, height);
  if (!shown || !views.after) return;
  const { left, top, wide, high, zoom } = layout(),
    held = views.held;
  checker(pen, left, top, wide, high);
  const from = Math.round(split * width);
  const paint = (picture, x, w) => {
    pen.save();
    pen.beginPath();
    pen.rect(x, 0, w, height);
    pen.clip();
    pen.imageSmoothingEnabled = held.zoom !== zoom;
    pen.drawImage(
      picture,
      Math.round(left + held.x * zoom),
      Math.round(top + held.y * zoom),
      Math.round(held.width * zoom),
      Math.round(held.height * zoom),
    );
    pen.restore();
  };
  if (views.before) paint(views.before, 0, from);
  else paint(views.after, 0, from);
  paint(views.after, from, width - from);
  divider.style.setProperty('left', `${split * 100}%`);
  divider.setAttribute('aria-valuenow', Math.round(split * 100));
  outlineMark(pen, left, top, zoom);
}

function checker(pen, left, top, wide, high) {
  if (!shown.clear) return;
  pen.save();
  pen.beginPath();
  pen.rect(left, top, wide, high);
  pen.clip();
  pen.fillStyle = '#dddddd';
  pen.fillRect(left, top, wide, high);
  pen.fillStyle = '#c9c9c9';
  const square = 8 * ratio();
  for (let y = 0; y * square < high; y++) {
    for (let x = y % 2; x * square < wide; x += 2) pen.fillRect(left + x * square, top + y * square, square, square);
  }
  pen.restore();
}

function markBox(left, top, zoom) {
  if (!shown?.mark || !preview.placing()) return null;
  const [x, y, width, height] = shown.mark,
    by = moved ?? { x: 0, y: 0 };
  return {
    x: left + (x + shown.content[0]) * zoom + by.x,
    y: top + (y + shown.content[1]) * zoom + by.y,
    width: width * zoom,
    height: height * zoom,
  };
}

function outlineMark(pen, left, top, zoom) {
  const box = markBox(left, top, zoom);
  canvas.dataset.mark = box ? [box.x, box.y, box.width, box.height].map(length => Math.round(length / ratio())).join(' ') : '';
  if (!box) return;
  for (const [colour, dash] of [
    ['#ffffff', []],
    ['#6a2e5b', [6, 4]],
  ]) {
    pen.strokeStyle = colour;
    pen.lineWidth = 1.5 * ratio();
    pen.setLineDash(dash.map(length => length * ratio()));
    pen.strokeRect(box.x - 3, box.y - 3, box.width + 6, box.height + 6);
  }
  pen.setLineDash([]);
}

/** The nearest of nine places to where the mark was let go, and how far it then is from the edges, as a share of the short edge. */
function settle() {
  const [x, y, width, height] = shown.mark,
    zoom = scale(),
    [, , across, down] = shown.content;
  const left = x + moved.x / zoom,
    top = y + moved.y / zoom;
  const third = (at, length, room) => Math.min(2, Math.max(0, Math.floor((3 * (at + length / 2)) / room)));
  const column = third(left, width, across),
    row = third(top, height, down);
  const gaps = [];
  if (column === 0) gaps.push(left);
  else if (column === 2) gaps.push(across - left - width);
  if (row === 0) gaps.push(top);
  else if (row === 2) gaps.push(down - top - height);
  const inset = gaps.length ? Math.min(...gaps) / Math.min(across, down) : null;
  const now = Number(document.querySelector('[name="/watermark/inset"]').value);
  preview.place({ anchor: ANCHORS[row][column], inset: inset === null ? now : Math.min(0.5, Math.max(0, Math.round(inset * 200) / 200)) });
}

canvas.addEventListener('pointerdown', event => {
  if (!shown) return;
  const box = markBox(layout().left, layout().top, layout().zoom);
  const x = event.offsetX * ratio(),
    y = event.offsetY * ratio();
  const onMark = box && x >= box.x - 6 && x <= box.x + box.width + 6 && y >= box.y - 6 && y <= box.y + box.height + 6;
  dragging = { onMark, x, y, place: { ...place } };
  canvas.setPointerCapture(event.pointerId);
});
canvas.addEventListener('pointermove', event => {
  if (!dragging) return;
  const dx = event.offsetX * ratio() - dragging.x,
    dy = event.offsetY * ratio() - dragging.y;
  if (dragging.onMark) moved = { x: dx, y: dy };
  else {
    place = { x: dragging.place.x - dx / (shown.width * scale()), y: dragging.place.y - dy / (shown.height * scale()) };
    keepInside();
  }
  if (dragging.onMark) draw();
  else look(false);
});
canvas.addEventListener('pointerup', () => {
  if (dragging?.onMark && moved) settle();
  dragging = moved = null;
  draw();
});
canvas.addEventListener('pointercancel', () => {
  dragging = moved = null;
  draw();
});
canvas.addEventListener('dblclick', () => (fitted ? preview.oneToOne() : preview.whole()));
const steps = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
canvas.addEventListener('keydown', event => {
  if (!shown || !steps[event.key]) return;
  event.preventDefault();
  place = { x: place.x + (steps[event.key][0] * 80) / shown.width, y: place.y + (steps[event.key][1] * 80) / shown.height };
  keepInside();
  look(false);
});
function keepInside() {
  const { width, height } = size(),
    zoom = scale();
  const clamp = (share, room, length) =>
    length * zoom <= room ? 0.5 : Math.min(1 - room / 2 / (length * zoom), Math.max(room / 2 / (length * zoom), share));
  place = { x: clamp(place.x, width, shown.width), y: clamp(place.y, height, shown.height) };
}

let sliding = false;
const slide = share => {
  split = Math.min(1, Math.max(0, share));
  draw();
};
divider.addEventListener('pointerdown', event => {
  sliding = true;
  divider.setPointerCapture(event.pointerId);
  event.preventDefault();
  divider.focus();
});
divider.addEventListener('pointermove', event => {
  const box = ground.getBoundingClientRect();
  if (sliding) slide((event.clientX - box.left) / box.width);
});
divider.addEventListener('pointerup', () => {
  sliding = false;
});
divider.addEventListener('keydown', event => {
  const to = { ArrowLeft: split - 0.05, ArrowRight: split + 0.05, Home: 0, End: 1 }[event.key];
  if (to === undefined) return;
  event.preventDefault();
  slide(to);
});

const grey = pane.querySelector('[data-grey]');
grey?.addEventListener('input', () => {
  ground.style.backgroundColor = `rgb(${Array(3)
    .fill(Math.round(grey.value * 2.55))
    .join(' ')})`;
  localStorage.setItem('preview-grey', grey.value);
});
if (grey && localStorage.getItem('preview-grey')) {
  grey.value = localStorage.getItem('preview-grey');
  grey.dispatchEvent(new Event('input'));
}
if (ground)
  new ResizeObserver(() => {
    if (shown) look(true);
  }).observe(ground);

pane.addEventListener('click', event => {
  const view = event.target.closest('[data-view]')?.dataset.view;
  if (view === 'one') preview.oneToOne();
  if (view === 'whole') preview.whole();
});
function zoomTo(whole) {
  fitted = whole;
  pane.querySelectorAll('[data-view]').forEach(button => button.setAttribute('aria-pressed', (button.dataset.view === 'whole') === whole));
  if (shown) {
    keepInside();
    look(true);
  }
}

export const preview = {
  onShown: () => {},
  place: () => {},
  placing: () => false,
  draw,
  whole: () => zoomTo(true),
  oneToOne: () => zoomTo(false),
  /** Of the rendition, px; nothing before it was shown. */
  size: () => shown && { width: shown.width, height: shown.height },
  /** The point in the middle of the pane, as shares of the rendition's sides. */
  middle: () => place,
  thumbnail: (across, down) => fetchView('after', { x: 0, y: 0, width: shown.width, height: shown.height, across, down }),
  wait() {
    pane.classList.add('is-working');
  },
  stop() {
    pane.classList.remove('is-working');
  },
  fail(text) {
    this.stop();
    note.hidden = false;
    note.textContent = text;
  },
  notice(findings) {
    pane
      .querySelector('[data-findings]')
      .replaceChildren(
        ...findings.map(({ level, message }) =>
          Object.assign(document.createElement('li'), { className: `is-${level}`, textContent: message }),
        ),
      );
  },
  /** Of a large rendition at 1:1 what is in sight comes before its file is made; the rest follows. */
  async first(ask, body, began, isLatest) {
    if (!shown || fitted || shown.width * shown.height < LARGE) return;
    const mine = ++asked,
      part = wanted(),
      asking = new URLSearchParams(body);
    for (const side of ['x', 'y', 'width', 'height']) asking.set(side, part[side]);
    const after = await bitmap(await ask('/recipes/preview/look', asking));
    if (!after || mine !== asked || !isLatest()) return;
    views = { ...views, after, held: { ...part, zoom: scale() } };
    draw();
    pane.dataset.looked = Math.round(performance.now() - began);
    await new Promise(done => {
      setTimeout(done, SETTLED);
    }); // somebody who drags a slider on wants looks, not files
  },
  async show(answer, session, number, began) {
    this.stop();
    if (answer.problem) return this.fail(answer.problem);
    note.hidden = true;
    const other = !shown || shown.source !== answer.source || shown.width !== answer.width || shown.height !== answer.height;
    shown = { ...answer, session, number, began };
    place ??= { x: 0.5, y: 0.5 };
    if (other) keepInside();
    say('pixels', answer.pixels);
    say('weight', answer.weight, answer.exactly);
    say('clipped', answer.clipped);
    say('profile', answer.profile, answer.profile);
    say('written', answer.density === 1 ? answer.written : msg('at-density', answer.written, answer.density), answer.written);
    pane.querySelector('[data-tag-before]').textContent = msg('before', answer.source);
    pane.querySelector('[data-tag-after]').textContent = msg('after', answer.pixels);
    this.onShown(shown);
    await look(true);
    await this.measure(session, number);
  },
  /** How near the file looks takes as long as all the rest, so it comes after what there is to see. */
  async measure(session, number) {
    const answer = await fetch(`/recipes/preview/${session}/${number}/difference`);
    if (shown.number !== number) return;
    const said = answer.status === 200 ? await answer.json() : null;
    say('difference', said?.difference ?? msg('none'));
    say('score', said?.score ?? msg('none'));
    say('seen', said?.seen ?? '');
    say('similarity', said ? `SSIM ${said.similarity.toFixed(4)}` : msg('shapes'));
  },
};
