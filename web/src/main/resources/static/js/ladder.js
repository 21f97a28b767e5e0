// The ladder: one region of a rendition at a row of qualities for each format; what is clicked is taken over.
import { msg } from './messages.js';

/** Requests under way at once: the server has two cores for them. */
const AT_ONCE = 2;
const ratio = () => devicePixelRatio || 1;

/**
 * Joins a ladder's dialog to a page.
 * @param {HTMLDialogElement} dialog
 * @param {{size: () => {width: number, height: number}, thumbnail: (across: number, down: number) => Promise<ImageBitmap|null>,
 *   ask: (what: object, signal: AbortSignal) => Promise<Response>, take: (type: string, quality: number) => void}} page
 */
export function ladder(dialog, page) {
  const where = dialog.querySelector('[data-where]');
  const note = dialog.querySelector('[data-ladder-note]');
  const rungs = [...dialog.querySelectorAll('.rung')];
  let middle = { x: 0.5, y: 0.5 },
    thumbnail = null,
    running = null,
    dragging = false;

  /** What a rung shows at actual pixels. */
  const window = () => {
    const canvas = rungs[0].querySelector('canvas');
    const { width, height } = page.size();
    return {
      width: Math.min(width, Math.round(canvas.clientWidth * ratio())),
      height: Math.min(height, Math.round(canvas.clientHeight * ratio())),
    };
  };
  const region = () => {
    const { width, height } = page.size(),
      part = window();
    const along = (share, length, whole) => Math.max(0, Math.min(whole - length, Math.round(share * whole - length / 2)));
    return { x: along(middle.x, part.width, width), y: along(middle.y, part.height, height), ...part };
  };

  function draw() {
    const { width, height } = page.size();
    const across = where.clientWidth,
      down = Math.round((across * height) / width);
    where.style.height = `${down}px`;
    Object.assign(where, { width: across * ratio(), height: down * ratio() });
    const pen = where.getContext('2d');
    pen.scale(ratio(), ratio());
    if (thumbnail) pen.drawImage(thumbnail, 0, 0, across, down);
    const part = region(),
      zoom = across / width;
    for (const [colour, wide] of [
      ['#ffffff', 4],
      ['#6a2e5b', 2],
    ]) {
      pen.strokeStyle = colour;
      pen.lineWidth = wide;
      pen.strokeRect(part.x * zoom, part.y * zoom, Math.max(4, part.width * zoom), Math.max(4, part.height * zoom));
    }
  }

  async function fill(rung, part, signal) {
    const answer = await page.ask({ type: rung.dataset.type, quality: rung.dataset.quality, ...part }, signal);
    const says = name => rung.querySelector(`[data-${name}]`);
    if (answer.status !== 200) {
      says('weight').textContent = msg('not-possible');
      rung.disabled = true;
      return;
    }
    const head = name => answer.headers.get(`X-${name}`);
    const wide = Number(head('Width'));
    const samples = new Uint8ClampedArray(await answer.arrayBuffer());
    const canvas = rung.querySelector('canvas');
    Object.assign(canvas, { width: wide, height: samples.length / 4 / wide });
    canvas.getContext('2d').putImageData(new ImageData(samples, wide), 0, 0);
    rung.disabled = false;
    says('weight').textContent = head('Weight');
    says('score').textContent = head('Score');
    says('similarity').textContent = head('Similarity');
    says('seen').textContent = head('Seen');
    rung.dataset.bytes = head('Bytes');
    rung.classList.remove('is-old');
    dialog.dataset.first ??= String(Math.round(performance.now() - Number(dialog.dataset.began)));
  }

  async function climb() {
    running?.abort();
    running = new AbortController();
    const { signal } = running,
      part = region(),
      waiting = [...rungs];
    rungs.forEach(rung => rung.classList.add('is-old'));
    delete dialog.dataset.first;
    delete dialog.dataset.all;
    dialog.dataset.began = String(performance.now());
    note.textContent = msg('ladder-working');
    const work = async () => {
      for (let rung = waiting.shift(); rung && !signal.aborted; rung = waiting.shift()) await fill(rung, part, signal);
    };
    try {
      await Promise.all(Array.from({ length: AT_ONCE }, work));
      if (signal.aborted) return;
      dialog.dataset.all = String(Math.round(performance.now() - Number(dialog.dataset.began)));
      note.textContent = '';
    } catch (error) {
      if (error.name !== 'AbortError') note.textContent = msg('no-answer-kept');
    }
  }

  const to = event => {
    middle = {
      x: Math.max(0, Math.min(1, event.offsetX / where.clientWidth)),
      y: Math.max(0, Math.min(1, event.offsetY / where.clientHeight)),
    };
    draw();
  };
  where.addEventListener('pointerdown', event => {
    dragging = true;
    where.setPointerCapture(event.pointerId);
    to(event);
  });
  where.addEventListener('pointermove', event => dragging && to(event));
  where.addEventListener('pointerup', () => {
    dragging = false;
    climb();
  });
  const steps = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
  where.addEventListener('keydown', event => {
    if (!steps[event.key]) return;
    event.preventDefault();
    middle = {
      x: Math.max(0, Math.min(1, middle.x + steps[event.key][0] * 0.05)),
      y: Math.max(0, Math.min(1, middle.y + steps[event.key][1] * 0.05)),
    };
    draw();
    climb();
  });
  dialog.querySelector('[data-close]').addEventListener('click', () => dialog.close());
  dialog.addEventListener('close', () => running?.abort());
  for (const rung of rungs)
    rung.addEventListener('click', () => {
      dialog.close();
      page.take(rung.dataset.type, Number(rung.dataset.quality));
    });

  return {
    async open(point) {
      if (point) middle = point;
      dialog.showModal();
      climb();
      draw();
      thumbnail = await page.thumbnail(Math.round(where.clientWidth * ratio()), Math.round(where.clientHeight * ratio()));
      draw();
    },
  };
}
