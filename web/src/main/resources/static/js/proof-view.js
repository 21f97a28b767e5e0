// The panes of a proof: one point and one zoom for all of them, drawn from tiles that the server cuts.

const TILE = 256;
const MOST_TILES = 900;
const LOUPE = { radius: 84, times: 4 };
const ratio = () => devicePixelRatio || 1;

/** Where a rendition lies on its piece: pixels of it for the whole width and height of the piece, and where its corner is. */
export function grid({ frame, content, width, height }) {
  const across = content[2] / frame[2],
    down = content[3] / frame[3];
  return { width, height, across, down, left: frame[0] - content[0] / across, top: frame[1] - content[1] / down };
}

/** The level of tiles to show at a zoom: none is shown smaller than half its size, none larger than needed. */
export const level = zoom => Math.max(0, Math.floor(Math.log2(1 / zoom) + 1e-9));

/** Keeps a point where at least some of the picture is in sight. */
export const inside = ({ x, y }) => ({ x: Math.max(0, Math.min(1, x)), y: Math.max(0, Math.min(1, y)) });

/**
 * The panes.
 * @param {HTMLElement} place
 * @param {(pane: object, level: number, x: number, y: number) => string} address of a tile
 */
export function panes(place, address) {
  const tiles = new Map();
  let shown = [], // {key, title, grid, ...}
    mode = 'beside',
    point = { x: 0.5, y: 0.5 },
    zoom = 'fit',
    split = 0.5,
    turn = 0,
    loupe = false,
    pointer = null,
    marks = [],
    dragging = null,
    due = false;
  const view = { onNote: () => {}, onMoved: () => {}, onLost: () => {} };

  const reference = () => shown[0]?.grid;
  /** Device pixels for the whole width of the piece. */
  function scale(canvas) {
    const { width, height, across } = reference();
    return zoom === 'fit' ? across * Math.min(canvas.width / width, canvas.height / height, 2) : across * zoom;
  }

  function tile(pane, at, x, y) {
    const key = `${pane.key}/${pane.layer}/${at}/${x}/${y}`;
    let image = tiles.get(key);
    if (!image) {
      image = new Image();
      image.onload = redraw;
      image.onerror = () => view.onLost(pane);
      image.src = address(pane, at, x, y);
      tiles.set(key, image);
      if (tiles.size > MOST_TILES) tiles.delete(tiles.keys().next().value);
    }
    return image;
  }

  /** Draws a pane around the point; the middle of the canvas shows it. */
  function paint(pen, canvas, pane, wide, about, centre) {
    const { grid: lies } = pane;
    const own = wide / lies.across, // device pixels for one of the rendition's
      at = level(own),
      edge = TILE * 2 ** at;
    const high = (reference().down / reference().across) * wide;
    const left = centre.x + (lies.left - about.x) * wide,
      top = centre.y + (lies.top - about.y) * high;
    const first = (from, start) => Math.max(0, Math.floor((from - start) / own / edge));
    const box = pane.clip ?? { x: 0, y: 0, width: canvas.width, height: canvas.height };
    pen.imageSmoothingEnabled = own < 1;
    const lastX = Math.min(Math.ceil(lies.width / edge), Math.ceil((box.x + box.width - left) / own / edge)),
      lastY = Math.min(Math.ceil(lies.height / edge), Math.ceil((box.y + box.height - top) / own / edge));
    let waiting = 0;
    for (let y = first(box.y, top); y < lastY; y++)
      for (let x = first(box.x, left); x < lastX; x++) {
        const image = tile(pane, at, x, y);
        if (!image.complete || !image.naturalWidth) {
          if (!image.complete) waiting++;
          coarser(pen, pane, at, x, y, left, top, own);
          continue;
        }
        const fromX = Math.round(left + x * edge * own),
          fromY = Math.round(top + y * edge * own);
        const toX = Math.round(left + Math.min(lies.width, (x + 1) * edge) * own),
          toY = Math.round(top + Math.min(lies.height, (y + 1) * edge) * own);
        pen.drawImage(image, fromX, fromY, toX - fromX, toY - fromY);
      }
    return waiting;
  }

  /** Until a tile is there, the part of a coarser one that is. */
  function coarser(pen, pane, at, x, y, left, top, own) {
    for (let up = 1; up <= 5; up++) {
      const image = tiles.get(`${pane.key}/${pane.layer}/${at + up}/${x >> up}/${y >> up}`);
      if (!image?.complete || !image.naturalWidth) continue;
      const part = TILE / 2 ** up,
        inX = (x % 2 ** up) * part,
        inY = (y % 2 ** up) * part,
        edge = TILE * 2 ** at;
      const wide = Math.min(part, image.naturalWidth - inX),
        high = Math.min(part, image.naturalHeight - inY);
      if (wide > 0 && high > 0)
        pen.drawImage(
          image,
          inX,
          inY,
          wide,
          high,
          left + x * edge * own,
          top + y * edge * own,
          wide * 2 ** (at + up) * own,
          high * 2 ** (at + up) * own,
        );
      return;
    }
  }

  function clipped(pen, path, work) {
    pen.save();
    pen.beginPath();
    path();
    pen.clip();
    const waiting = work();
    pen.restore();
    return waiting;
  }

  function draw() {
    due = false;
    if (!shown.length) {
      place.dataset.waiting = 0;
      return;
    }
    let waiting = 0;
    const canvases = [...place.querySelectorAll('canvas')];
    canvases.forEach((canvas, index) => {
      const width = Math.round(canvas.clientWidth * ratio()),
        height = Math.round(canvas.clientHeight * ratio());
      if (canvas.width !== width || canvas.height !== height) Object.assign(canvas, { width, height });
      const pen = canvas.getContext('2d');
      pen.clearRect(0, 0, width, height);
      const wide = scale(canvas),
        about = zoom === 'fit' ? middle() : point,
        centre = { x: width / 2, y: height / 2 };
      const of = pane => paint(pen, canvas, pane, wide, about, centre);
      if (mode === 'divider' && shown.length > 1) {
        const at = Math.round(split * width);
        waiting += clipped(
          pen,
          () => pen.rect(0, 0, at, height),
          () => of(shown[0]),
        );
        waiting += clipped(
          pen,
          () => pen.rect(at, 0, width - at, height),
          () => of(shown[1 + (turn % (shown.length - 1))]),
        );
      } else waiting += of(mode === 'beside' ? shown[index] : shown[turn % shown.length]);
      const high = (reference().down / reference().across) * wide;
      note(pen, wide, high, about, centre);
      if (loupe && pointer)
        waiting += magnify(pen, canvas, mode === 'beside' ? shown[index] : shown[turn % shown.length], wide, about, centre);
    });
    titles();
    place.dataset.waiting = waiting;
  }

  /** The middle of the reference, where all of it is in sight. */
  const middle = () => {
    const of = reference();
    return { x: of.left + of.width / of.across / 2, y: of.top + of.height / of.down / 2 };
  };

  function magnify(pen, canvas, pane, wide, about, centre) {
    const { x, y } = pointer,
      high = (reference().down / reference().across) * wide;
    const under = { x: about.x + (x - centre.x) / wide, y: about.y + (y - centre.y) / high };
    const radius = LOUPE.radius * ratio();
    const clip = { x: x - radius, y: y - radius, width: 2 * radius, height: 2 * radius };
    const waiting = clipped(
      pen,
      () => pen.arc(x, y, radius, 0, 2 * Math.PI),
      () => {
        pen.fillStyle = getComputedStyle(place).backgroundColor;
        pen.fillRect(clip.x, clip.y, clip.width, clip.height);
        return paint(pen, canvas, { ...pane, clip }, Math.max(wide, reference().across) * LOUPE.times, under, { x, y });
      },
    );
    pen.strokeStyle = '#ffffff';
    pen.lineWidth = 2 * ratio();
    pen.beginPath();
    pen.arc(x, y, radius, 0, 2 * Math.PI);
    pen.stroke();
    return waiting;
  }

  function note(pen, wide, high, about, centre) {
    marks.forEach((mark, index) => {
      const x = centre.x + (mark.x - about.x) * wide,
        y = centre.y + (mark.y - about.y) * high,
        radius = 10 * ratio();
      pen.beginPath();
      pen.arc(x, y, radius, 0, 2 * Math.PI);
      pen.fillStyle = mark.settled ? '#5c665f' : '#6a2e5b';
      pen.fill();
      pen.strokeStyle = '#ffffff';
      pen.lineWidth = 1.5 * ratio();
      pen.stroke();
      pen.fillStyle = '#ffffff';
      pen.font = `${11 * ratio()}px sans-serif`;
      pen.textAlign = 'center';
      pen.textBaseline = 'middle';
      pen.fillText(String(index + 1), x, y);
    });
  }

  function titles() {
    const figures = [...place.querySelectorAll('figure')];
    figures.forEach((figure, index) => {
      const name = figure.querySelector('figcaption');
      if (mode === 'beside') name.textContent = shown[index]?.title ?? '';
      else if (mode === 'divider')
        name.textContent = `${shown[0].title}  |  ${shown[1 + (turn % Math.max(1, shown.length - 1))]?.title ?? ''}`;
      else name.textContent = shown[turn % shown.length].title;
    });
  }

  function redraw() {
    if (!due) {
      due = true;
      requestAnimationFrame(draw);
    }
  }

  function layout() {
    const count = mode === 'beside' ? shown.length : Math.min(1, shown.length);
    place.dataset.count = count;
    while (place.querySelectorAll('figure').length > count) place.querySelector('figure:last-of-type').remove();
    while (place.querySelectorAll('figure').length < count) {
      const figure = document.createElement('figure');
      const canvas = Object.assign(document.createElement('canvas'), { tabIndex: 0 });
      canvas.setAttribute('role', 'img');
      figure.append(canvas, document.createElement('figcaption'));
      place.append(figure);
      listen(canvas);
    }
    place.querySelectorAll('canvas').forEach((canvas, at) => canvas.setAttribute('aria-label', shown[at]?.title ?? ''));
    redraw();
  }

  const onPiece = (canvas, event) => {
    const wide = scale(canvas),
      high = (reference().down / reference().across) * wide,
      about = zoom === 'fit' ? middle() : point;
    return {
      x: about.x + (event.offsetX * ratio() - canvas.width / 2) / wide,
      y: about.y + (event.offsetY * ratio() - canvas.height / 2) / high,
    };
  };

  function listen(canvas) {
    canvas.addEventListener('pointerdown', event => {
      const onSplit = mode === 'divider' && Math.abs(event.offsetX / canvas.clientWidth - split) < 0.02;
      dragging = { onSplit, x: event.offsetX, y: event.offsetY, point: { ...point }, moved: false };
      canvas.setPointerCapture(event.pointerId);
    });
    canvas.addEventListener('pointermove', event => {
      pointer = { x: event.offsetX * ratio(), y: event.offsetY * ratio() };
      if (dragging?.onSplit) split = Math.max(0, Math.min(1, event.offsetX / canvas.clientWidth));
      else if (dragging && zoom !== 'fit') {
        const wide = scale(canvas),
          high = (reference().down / reference().across) * wide;
        const dx = (event.offsetX - dragging.x) * ratio(),
          dy = (event.offsetY - dragging.y) * ratio();
        dragging.moved ||= Math.abs(dx) + Math.abs(dy) > 4;
        point = inside({ x: dragging.point.x - dx / wide, y: dragging.point.y - dy / high });
        view.onMoved();
      }
      if (dragging || loupe) redraw();
    });
    canvas.addEventListener('pointerup', event => {
      if (dragging && event.shiftKey && !dragging.moved) view.onNote(inside(onPiece(canvas, event)));
      dragging = null;
    });
    canvas.addEventListener('pointerleave', () => {
      pointer = null;
      redraw();
    });
    canvas.addEventListener('dblclick', event => {
      point = inside(onPiece(canvas, event));
      view.zoom(zoom === 'fit' ? 1 : 'fit');
    });
    canvas.addEventListener(
      'wheel',
      event => {
        event.preventDefault();
        if (zoom === 'fit') point = inside(onPiece(canvas, event));
        const steps = ['fit', 1, 2];
        view.zoom(steps[Math.max(0, Math.min(2, steps.indexOf(zoom) + (event.deltaY < 0 ? 1 : -1)))]);
      },
      { passive: false },
    );
  }

  new ResizeObserver(redraw).observe(place);
  return Object.assign(view, {
    show(list) {
      shown = list;
      turn = 0;
      layout();
    },
    mode(word) {
      mode = word;
      layout();
    },
    zoom(to) {
      zoom = to;
      view.onZoom?.(to);
      redraw();
    },
    go(to) {
      point = inside(to);
      redraw();
    },
    /** Moves by a share of what is in sight. */
    pan(dx, dy) {
      const canvas = place.querySelector('canvas');
      if (!canvas || zoom === 'fit') return;
      const wide = scale(canvas),
        high = (reference().down / reference().across) * wide;
      view.go({ x: point.x + (dx * canvas.width) / wide, y: point.y + (dy * canvas.height) / high });
      view.onMoved();
    },
    turn() {
      turn++;
      redraw();
    },
    loupe(on) {
      loupe = on;
      redraw();
    },
    mark(list) {
      marks = list;
      redraw();
    },
    split(share) {
      split = share;
      redraw();
    },
    point: () => point,
    /** Of a rendition that was made again no tile is kept. */
    forget(key) {
      for (const known of [...tiles.keys()]) if (known.startsWith(`${key}/`) || known.startsWith(`source-${key}/`)) tiles.delete(known);
    },
    redraw,
  });
}
