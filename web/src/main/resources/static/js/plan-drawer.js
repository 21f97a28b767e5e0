// The drawer: the rendition of the focused cell as it will be, whole or pixel for pixel, and its crop to be corrected on the picture.
import { msg } from './messages.js';
import { post, told } from './server.js';

const SETTLE = 70; // ms until the drawer follows the focus
const LARGE = 6e6,
  SETTLED = 600; // px from which on a file waits, and how long, ms
const NUDGE = 0.01,
  TIGHTER = 0.95,
  TIGHTEST = 0.05;

export function drawer(plan, parts) {
  const side = document.getElementById('drawer');
  const find = what => side.querySelector(`[data-${what}]`);
  const canvas = find('drawer-picture'),
    note = find('drawer-note'),
    text = find('drawer-text'),
    cropView = find('drawer-crop');
  const frame = cropView.querySelector('.crop-frame'),
    picture = cropView.querySelector('img');
  const session = crypto.randomUUID();
  let key = null,
    described = null,
    number = 0,
    shown = null,
    mode = 'whole',
    place = { x: 0.5, y: 0.5 },
    later = 0,
    crop = null,
    asked = 0;

  const ratio = () => devicePixelRatio || 1;
  const head = () => text.querySelector('.drawer-head');
  const ids = () => {
    const [piece, column] = key.split(':');
    return { piece, column };
  };

  function setTab(name) {
    side.hidden = false;
    side.dataset.tab = name;
    side.querySelectorAll('[data-side-tab]').forEach(button => button.setAttribute('aria-pressed', button.dataset.sideTab === name));
    if (name === 'findings') parts.findings.fill();
    else if (!key) text.innerHTML = `<p class="quiet">${msg('select-a-cell')}</p>`;
    plan.rows.draw(true);
  }
  function show(cell) {
    clearTimeout(later);
    if (side.dataset.tab !== 'file') setTab('file');
    const fresh = side.hidden;
    side.hidden = false;
    key = cell;
    if (fresh) plan.rows.draw(true);
    drawn();
    return fill();
  }
  /** Marks the cell that is shown. */
  function drawn() {
    plan.body.querySelectorAll('.cell.is-open').forEach(one => one.dataset.cell !== key && one.classList.remove('is-open'));
    if (key) plan.body.querySelector(`[data-cell="${key}"]`)?.classList.add('is-open');
  }
  function follow(cell) {
    if (side.hidden || cell === key || side.dataset.tab !== 'file') return;
    clearTimeout(later);
    later = setTimeout(() => show(cell), SETTLE);
  }
  function close() {
    side.hidden = true;
    key = null;
    drawn();
    parts.cells.focus();
  }
  /** Whether words about this cell are being typed, which nothing may put others in the place of. */
  const isTyped = cell => cell === described && text.contains(document.activeElement) && document.activeElement.matches('[data-alt-text]');
  async function fill() {
    const mine = key,
      began = performance.now();
    const words = fetch(`${plan.address}/cell?${new URLSearchParams(ids())}`).then(async answer => {
      if (mine !== key || isTyped(mine)) return;
      described = mine;
      text.innerHTML = answer.ok ? await answer.text() : `<p class="quiet">${msg('cell-gone')}</p>`;
      readCrop();
      setMode(mode === 'crop' && !crop ? 'whole' : mode);
    });
    await Promise.all([words, glance(began).then(() => preview(mine, began))]);
  }

  /** A look from further away comes first; the file itself follows, a large one only when nobody goes on. */
  async function glance(began) {
    const mine = ++number,
      across = Math.round((canvas.clientWidth || 340) * ratio()),
      down = Math.round((canvas.clientHeight || 246) * ratio());
    side.classList.add('is-working');
    note.hidden = Boolean(shown);
    note.textContent = msg('rendering');
    if (mode === 'one' && shown) return;
    const answer = await fetch(`${plan.address}/cell/glance?${new URLSearchParams({ ...ids(), session, across, down })}`).catch(() => null);
    if (mine !== number || answer?.status !== 200) return;
    const [width, height] = answer.headers.get('X-Pixels').split(' ').map(Number);
    const samples = new Uint8ClampedArray(await answer.arrayBuffer());
    if (mine !== number || mode === 'crop') return;
    shown = { width, height, clear: answer.headers.get('X-Clear') === 'true', number: 0 };
    find('drawer-size').textContent = `${width} × ${height}`;
    await put(samples, Number(answer.headers.get('X-Width')));
    side.dataset.glanced = `${key}#${Math.round(performance.now() - began)}`;
    if (width * height > LARGE)
      await new Promise(done => {
        setTimeout(done, SETTLED);
      });
  }

  // ---- the true preview

  async function preview(cell, began) {
    if (cell !== key) return;
    const mine = ++number;
    try {
      const answer = await post(`${plan.address}/cell/preview`, { ...ids(), session, number: mine });
      if (mine !== number || answer.status === 204) return;
      const made = await told(answer);
      if (mine !== number) return;
      if (!shown || shown.width !== made.width || shown.height !== made.height) place = { x: 0.5, y: 0.5 };
      shown = { ...made, number: mine };
      find('drawer-size').textContent = `${made.pixels} · ${made.weight}`;
      find('drawer-size').title = `${made.written}, ${made.exactly}, ${made.profile}`;
      await paint();
      side.dataset.millis = Math.round(performance.now() - began);
      side.dataset.shown = `${key}#${mine}`;
    } catch (problem) {
      if (mine !== number) return;
      shown = null;
      find('drawer-size').textContent = '';
      clear();
      note.hidden = false;
      note.textContent = problem.message;
    } finally {
      if (mine === number) side.classList.remove('is-working');
    }
  }
  function clear() {
    canvas.getContext('2d').clearRect(0, 0, canvas.width, canvas.height);
  }
  /** Fetches the part of the rendition that is seen, at the pixels of the screen, and draws it. */
  async function paint() {
    if (!shown?.number || mode === 'crop') return;
    const mine = ++asked,
      wide = Math.round(canvas.clientWidth * ratio()),
      high = Math.round(canvas.clientHeight * ratio());
    if (!wide || !high) return;
    const zoom = mode === 'one' ? 1 : Math.min(wide / shown.width, high / shown.height, 1);
    const width = Math.min(shown.width, wide / zoom),
      height = Math.min(shown.height, high / zoom);
    const x = Math.round(Math.max(0, Math.min(shown.width - width, place.x * shown.width - width / 2)));
    const y = Math.round(Math.max(0, Math.min(shown.height - height, place.y * shown.height - height / 2)));
    const across = Math.max(1, Math.round(width * zoom)),
      down = Math.max(1, Math.round(height * zoom));
    const answer = await fetch(
      `/recipes/preview/${session}/${shown.number}/after?${new URLSearchParams({ x, y, width, height, across, down })}`,
    );
    if (mine !== asked || answer.status !== 200) return;
    const samples = new Uint8ClampedArray(await answer.arrayBuffer()),
      along = Number(answer.headers.get('X-Width'));
    await put(samples, along, () => mine === asked);
  }
  /** Draws samples in the middle of the drawer. */
  async function put(samples, along, isLatest = () => true) {
    const wide = Math.round(canvas.clientWidth * ratio()),
      high = Math.round(canvas.clientHeight * ratio());
    if (mode === 'whole' && shown.clear) sayGround(samples);
    const seen = await createImageBitmap(new ImageData(samples, along));
    if (!isLatest()) return;
    Object.assign(canvas, { width: wide, height: high });
    const pen = canvas.getContext('2d'),
      left = Math.round((wide - seen.width) / 2),
      top = Math.round((high - seen.height) / 2);
    if (shown.clear) checker(pen, left, top, seen.width, seen.height);
    pen.drawImage(seen, left, top);
    note.hidden = true;
  }
  /** Says whether the rendition really is transparent anywhere. */
  function sayGround(samples) {
    const line = text.querySelector('[data-background]');
    if (!line || line.textContent.includes('paper')) return;
    let seen = false;
    for (let at = 3; at < samples.length && !seen; at += 4) seen = samples[at] < 255;
    line.textContent = seen ? msg('transparent-in-parts') : msg('opaque');
  }
  function checker(pen, left, top, wide, high) {
    const square = 6 * ratio();
    pen.fillStyle = '#dddddd';
    pen.fillRect(left, top, wide, high);
    pen.fillStyle = '#c9c9c9';
    for (let y = 0; y * square < high; y++) {
      for (let x = y % 2; x * square < wide; x += 2) {
        pen.fillRect(left + x * square, top + y * square, Math.min(square, wide - x * square), Math.min(square, high - y * square));
      }
    }
  }
  let pulling = null;
  canvas.addEventListener('pointerdown', event => {
    if (mode !== 'one' || !shown) return;
    pulling = { x: event.clientX, y: event.clientY, place: { ...place } };
    canvas.setPointerCapture(event.pointerId);
  });
  canvas.addEventListener('pointermove', event => {
    if (!pulling) return;
    move(
      pulling.place.x - ((event.clientX - pulling.x) * ratio()) / shown.width,
      pulling.place.y - ((event.clientY - pulling.y) * ratio()) / shown.height,
    );
  });
  canvas.addEventListener('pointerup', () => {
    pulling = null;
  });
  canvas.addEventListener('dblclick', () => setMode(mode === 'one' ? 'whole' : 'one'));
  const inside = share => Math.max(0, Math.min(1, share));
  function move(x, y) {
    place = { x: inside(x), y: inside(y) };
    paint();
  }
  const ARROWS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
  canvas.addEventListener('keydown', event => {
    const by = ARROWS[event.key];
    if (!by || mode !== 'one' || !shown) return;
    event.preventDefault();
    move(place.x + (by[0] * 60) / shown.width, place.y + (by[1] * 60) / shown.height);
  });

  // ---- the crop

  function readCrop() {
    const values = head()?.dataset.crop;
    crop = null;
    find('mode="crop"').hidden = !values;
    if (!values) return;
    const [x, y, width, height] = values.split(' ').map(Number);
    const share = Number(head().dataset.share);
    crop = { x, y, width, height, full: { width: width / share, height: height / share }, share };
  }
  function drawCrop() {
    if (!crop || mode !== 'crop') return;
    if (picture.getAttribute('src') !== head().dataset.picture) picture.src = head().dataset.picture;
    frame.hidden = !picture.complete || !picture.naturalWidth;
    note.hidden = !frame.hidden;
    note.textContent = msg('loading');
    for (const [edge, share] of [
      ['left', crop.x],
      ['top', crop.y],
      ['width', crop.width],
      ['height', crop.height],
    ]) {
      frame.style.setProperty(edge, `${share * 100}%`);
    }
  }
  picture.addEventListener('load', drawCrop);
  function setCrop(x, y, share) {
    const tight = Math.max(TIGHTEST, Math.min(1, share));
    const width = crop.full.width * tight,
      height = crop.full.height * tight;
    crop = { ...crop, share: tight, width, height, x: Math.max(0, Math.min(1 - width, x)), y: Math.max(0, Math.min(1 - height, y)) };
    drawCrop();
  }
  const centre = () => ({ x: crop.x + crop.width / 2, y: crop.y + crop.height / 2, share: crop.share });
  async function keepCrop() {
    const also = text.querySelector('[data-also]')?.checked ? parts.selection.ids() : [];
    const aspect = text.querySelector('[data-any-aspect]')?.checked ? 'any' : head().dataset.aspect;
    await plan.change('crop', { piece: [...new Set([ids().piece, ...also])], aspect, ...centre() });
  }
  let holding = null;
  frame.addEventListener('pointerdown', event => {
    event.preventDefault();
    frame.focus();
    holding = { corner: Boolean(event.target.closest('[data-corner]')), x: event.clientX, y: event.clientY, crop: { ...crop } };
    frame.setPointerCapture(event.pointerId);
  });
  frame.addEventListener('pointermove', event => {
    if (!holding) return;
    const dx = (event.clientX - holding.x) / picture.clientWidth,
      dy = (event.clientY - holding.y) / picture.clientHeight;
    const was = holding.crop;
    if (holding.corner) setCrop(was.x, was.y, was.share * Math.max((was.width + dx) / was.width, (was.height + dy) / was.height));
    else setCrop(was.x + dx, was.y + dy, was.share);
  });
  frame.addEventListener('pointerup', () => {
    if (!holding) return;
    const was = holding.crop;
    holding = null;
    if (was.x !== crop.x || was.y !== crop.y || was.share !== crop.share) keepCrop();
  });
  let nudged = 0;
  frame.addEventListener('keydown', event => {
    const by = ARROWS[event.key],
      share = { '+': TIGHTER, '=': TIGHTER, '-': 1 / TIGHTER }[event.key];
    if (!by && !share) return;
    event.preventDefault();
    event.stopPropagation();
    if (by) setCrop(crop.x + by[0] * NUDGE, crop.y + by[1] * NUDGE, crop.share);
    else {
      const middle = centre();
      const tight = Math.max(TIGHTEST, Math.min(1, crop.share * share));
      setCrop(middle.x - (crop.full.width * tight) / 2, middle.y - (crop.full.height * tight) / 2, tight);
    }
    clearTimeout(nudged);
    nudged = setTimeout(keepCrop, 400);
  });

  // ---- modes and buttons

  function setMode(other) {
    mode = other;
    side.querySelectorAll('[data-mode]').forEach(button => button.setAttribute('aria-pressed', button.dataset.mode === mode));
    canvas.hidden = mode === 'crop';
    canvas.classList.toggle('can-pull', mode === 'one');
    cropView.hidden = mode !== 'crop';
    const says = text.querySelector('[data-crop-says]');
    if (says) {
      says.hidden = mode !== 'crop';
      const others = parts.selection.ids().filter(id => id !== ids().piece).length;
      says.querySelector('[data-selected-too]').hidden = !others;
      says.querySelector('[data-selected-count]').textContent = others;
    }
    if (mode === 'crop') drawCrop();
    else paint();
  }
  side.addEventListener('click', async event => {
    const other = event.target.closest('[data-mode]')?.dataset.mode;
    if (other) setMode(other);
    if (event.target.closest('[data-close-drawer]')) close();
    const tab = event.target.closest('[data-side-tab]')?.dataset.sideTab;
    if (tab) setTab(tab);
    const code = event.target.closest('[data-code]')?.dataset.code;
    if (event.target.closest('.tab-file [data-next-code]')) parts.findings.next(code);
    if (event.target.closest('[data-accept-piece]')) parts.findings.accept({ code, piece: ids().piece }, true);
    if (event.target.closest('[data-accept-recipe]')) parts.findings.accept({ code, column: ids().column }, true);
    if (event.target.closest('[data-crop-reset]')) await plan.change('crop', { piece: ids().piece, aspect: head().dataset.aspect });
    if (event.target.closest('[data-turn-this]')) {
      parts.cells.turn(key, head().dataset.on !== 'true');
      await parts.cells.keep();
      await fill();
    }
  });
  text.addEventListener('change', event => {
    if (event.target.matches('[data-alt-text]')) plan.change('alt-text', { piece: ids().piece, text: event.target.value });
  });
  document.addEventListener(
    'keydown',
    event => {
      if (side.hidden || event.ctrlKey || event.metaKey || event.target.closest('input, select, textarea, dialog')) return;
      if (event.key === 'Escape') close();
      const other = { 0: 'whole', 1: 'one', c: 'crop' }[event.key];
      if (!other || (other === 'crop' && !crop)) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      setMode(other);
    },
    { capture: true },
  );
  new ResizeObserver(() => {
    if (!side.hidden) paint();
  }).observe(find('drawer-view'));

  return {
    show,
    follow,
    drawn,
    setTab,
    key: () => key,
    /** What it shows may have changed. */
    renew: () => (side.hidden || !key || side.dataset.tab !== 'file' ? null : fill()),
  };
}
