// Rows of a long table that are fetched as they come into view: only those near it are in the page.
import { chunksInSight, stretches } from './windows.js';

const LATER = 120; // ms until what lies around the rows that are seen is fetched too

/**
 * @param body the table's tbody with its first lines; says in data-lines how many there are and in data-at-once how many come together
 * @param frame what scrolls, where the page itself does not
 * @param fetchLines gives { html, lines } of lines from one to before another
 * @param shown called whenever other rows are in the page
 */
export function virtualRows(body, frame, fetchLines, shown = () => {}) {
  const atOnce = Number(body.dataset.atOnce);
  let count = Number(body.dataset.lines);
  const chunks = new Map(),
    asked = new Set();
  const height = body.rows[0]?.getBoundingClientRect().height || 44;
  const columns = [...(body.rows[0]?.cells ?? [])].reduce((sum, cell) => sum + cell.colSpan, 0) || 1;
  let drawn = '',
    age = 0,
    later = 0;
  const last = () => Math.ceil(count / atOnce) - 1;

  const spacer = lines => {
    const row = document.createElement('tr'),
      cell = row.insertCell();
    row.className = 'spacer';
    row.setAttribute('aria-hidden', 'true');
    cell.colSpan = columns;
    cell.style.height = `${lines * height}px`;
    return row;
  };
  const sizeOf = chunk => Math.min(count, (chunk + 1) * atOnce) - chunk * atOnce;
  function near() {
    const top = Math.max(frame.getBoundingClientRect().top, 0);
    const seen = Math.min(frame.clientHeight, innerHeight);
    return chunksInSight(top - body.getBoundingClientRect().top, seen, height, atOnce, count);
  }
  const rowsOf = html => {
    const holder = document.createElement('tbody');
    holder.innerHTML = html;
    return [...holder.rows];
  };
  function keepFrom(first, rows) {
    for (let at = 0; at < rows.length; at += atOnce) chunks.set(first + at / atOnce, rows.slice(at, at + atOnce));
  }
  keepFrom(0, [...body.rows]);
  /** Fetches neighbouring chunks that are not there with one request. */
  async function load(wanted) {
    const missing = wanted.filter(chunk => !chunks.has(chunk) && !asked.has(chunk));
    if (!missing.length) return;
    const at = age;
    missing.forEach(chunk => asked.add(chunk));
    await Promise.all(
      stretches(missing).map(async ([from, to]) => {
        try {
          const { html } = await fetchLines(from * atOnce, (to + 1) * atOnce);
          if (at === age) keepFrom(from, rowsOf(html));
        } finally {
          if (at === age) for (let chunk = from; chunk <= to; chunk++) asked.delete(chunk);
        }
        if (at === age) draw(true);
      }),
    );
  }
  function draw(anew = false) {
    if (last() < 0) {
      body.replaceChildren();
      drawn = '';
      shown();
      return;
    }
    const [from, to] = near();
    const focused = [...chunks].find(([, rows]) => rows.some(row => row.contains(document.activeElement)))?.[0];
    const wanted = [];
    for (let chunk = from; chunk <= to; chunk++) wanted.push(chunk);
    load(wanted);
    for (const around of [from - 1, to + 1]) if (chunks.has(around)) wanted.push(around);
    clearTimeout(later);
    later = setTimeout(() => load([from - 1, to + 1].filter(chunk => chunk >= 0 && chunk <= last())), LATER);
    if (focused !== undefined && !wanted.includes(focused)) wanted.push(focused);
    wanted.sort((a, b) => a - b);
    const now = wanted.map(chunk => `${chunk}${chunks.has(chunk) ? '' : '?'}`).join();
    if (now === drawn && !anew) return;
    drawn = now;
    const rows = [];
    let next = 0;
    for (const chunk of wanted) {
      if (chunk > next) rows.push(spacer((chunk - next) * atOnce));
      rows.push(...(chunks.get(chunk) ?? [spacer(sizeOf(chunk))]));
      next = chunk + 1;
    }
    if (next * atOnce < count) rows.push(spacer(count - next * atOnce));
    const active = document.activeElement;
    const kept = new Set(rows);
    [...body.rows].filter(row => !kept.has(row)).forEach(row => row.remove());
    rows.forEach((row, at) => {
      if (body.rows[at] !== row) body.insertBefore(row, body.rows[at] ?? null);
    });
    if (active !== document.activeElement && body.contains(active)) active.focus({ preventScroll: true });
    shown();
  }
  let soon = 0;
  const scrolled = () => {
    soon ||= requestAnimationFrame(() => {
      soon = 0;
      draw();
    });
  };
  document.addEventListener('scroll', scrolled, { capture: true, passive: true });
  addEventListener('resize', scrolled);
  function forget() {
    age++;
    chunks.clear();
    asked.clear();
  }

  return {
    draw,
    get count() {
      return count;
    },
    /** The row of a line from 0, fetched where it is not there yet. */
    async row(line) {
      const chunk = Math.floor(line / atOnce);
      await load([chunk]);
      for (let i = 0; i < 100 && !chunks.has(chunk); i++)
        await new Promise(done => {
          setTimeout(done, 30);
        });
      return chunks.get(chunk)?.[line - chunk * atOnce];
    },
    /** Makes sure that a line is in the page. */
    reveal(line) {
      const [from, to] = near(),
        chunk = Math.floor(line / atOnce);
      if (chunk < from || chunk > to) frame.scrollTop = line * height;
      draw(true);
    },
    /** Puts another row in the place of one. */
    replace(old, row) {
      for (const list of chunks.values()) {
        const at = list.indexOf(old);
        if (at >= 0) list[at] = row;
      }
      if (old.isConnected) old.replaceWith(row);
    },
    /** Every row that was fetched, in the page or not. */
    loaded: () => [...chunks.values()].flat(),
    /** Forgets what was fetched and fetches what is seen; from the top where other lines are asked for. */
    async renew(fromTop = false) {
      const mine = ++age;
      const [from, to] = fromTop ? [0, Math.ceil(frame.clientHeight / height / atOnce)] : near();
      const { html, lines } = await fetchLines(from * atOnce, (to + 1) * atOnce);
      if (mine !== age) return;
      const cell = document.activeElement?.dataset?.cell;
      forget();
      count = lines;
      keepFrom(from, rowsOf(html));
      if (fromTop) frame.scrollTop = 0;
      draw(true);
      if (cell) body.querySelector(`[data-cell="${cell}"]`)?.focus({ preventScroll: true });
    },
  };
}
