// The crop drawn as a frame over the piece; its corner can be dragged, or moved with the arrow keys, to another aspect.
import { msg } from './messages.js';

const SVG = 'http://www.w3.org/2000/svg';
const COMMON = [
  [1, 1],
  [3, 2],
  [2, 3],
  [4, 3],
  [3, 4],
  [4, 5],
  [5, 4],
  [16, 9],
  [9, 16],
  [2, 1],
  [1, 2],
];

export function cropFrame(drawing, choose) {
  const make = (name, css) => {
    const part = document.createElementNS(SVG, name);
    part.setAttribute('class', css);
    return part;
  };
  const picture = make('image', ''),
    shade = make('path', 'crop-shade'),
    frame = make('rect', 'crop-edge'),
    handle = make('circle', 'crop-handle');
  handle.setAttribute('r', 6);
  handle.setAttribute('tabindex', 0);
  handle.setAttribute('role', 'slider');
  handle.setAttribute('aria-label', msg('crop-corner'));
  handle.setAttribute('aria-valuenow', 100);
  handle.setAttribute('aria-valuemin', 1);
  handle.setAttribute('aria-valuemax', 10000);
  drawing.append(picture, shade, frame, handle);
  let at = null;

  const put = (part, values) => Object.entries(values).forEach(([key, value]) => part.setAttribute(key, value));
  function show([x, y, width, height], source, piece) {
    const [across, down] = source.split(' × ').map(Number);
    const scale = Math.min(192 / across, 144 / down);
    const w = across * scale,
      h = down * scale,
      left = (192 - w) / 2,
      top = (144 - h) / 2;
    at = { left, top, w, h, x: left + x * w, y: top + y * h, width: width * w, height: height * h };
    picture.setAttribute('href', `/pieces/${piece}/thumbnail`);
    put(picture, { x: left, y: top, width: w, height: h, preserveAspectRatio: 'none' });
    outline();
  }
  function outline() {
    const { left, top, w, h, x, y, width, height } = at;
    put(frame, { x, y, width, height });
    put(handle, { cx: x + width, cy: y + height });
    shade.setAttribute('d', `M${left} ${top}h${w}v${h}h${-w}zM${x} ${y}v${height}h${width}v${-height}z`);
    handle.setAttribute('aria-valuetext', words(width / height));
    handle.setAttribute('aria-valuenow', Math.round((100 * width) / height));
  }
  function words(ratio) {
    const near = COMMON.find(([a, b]) => Math.abs(a / b / ratio - 1) < 0.04);
    return near ? near.join(':') : `${ratio.toFixed(2)}:1`;
  }
  function aspect(width, height) {
    const middleX = at.x + at.width / 2,
      middleY = at.y + at.height / 2;
    at.width = Math.min(Math.max(width, 8), at.w);
    at.height = Math.min(Math.max(height, 8), at.h);
    at.x = Math.min(Math.max(middleX - at.width / 2, at.left), at.left + at.w - at.width);
    at.y = Math.min(Math.max(middleY - at.height / 2, at.top), at.top + at.h - at.height);
    outline();
  }
  let dragging = false;
  handle.addEventListener('pointerdown', event => {
    dragging = Boolean(at);
    handle.setPointerCapture(event.pointerId);
    event.preventDefault();
    handle.focus();
  });
  handle.addEventListener('pointermove', event => {
    if (!dragging) return;
    const box = drawing.getBoundingClientRect(),
      scale = 192 / box.width;
    aspect((event.clientX - box.left) * scale - at.x, (event.clientY - box.top) * scale - at.y);
  });
  handle.addEventListener('pointerup', () => {
    if (dragging) choose(words(at.width / at.height));
    dragging = false;
  });
  const steps = { ArrowLeft: [-4, 0], ArrowRight: [4, 0], ArrowUp: [0, -4], ArrowDown: [0, 4] };
  handle.addEventListener('keydown', event => {
    if (!at || !steps[event.key]) return;
    event.preventDefault();
    aspect(at.width + steps[event.key][0], at.height + steps[event.key][1]);
    choose(words(at.width / at.height));
  });
  return { show };
}
