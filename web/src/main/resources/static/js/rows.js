// Rows of a long table that are fetched as they come into view: only those near it stand in the page.

const LATER = 150; // ms until what lies around the rows that are seen is fetched too

/**
 * @param body the table's tbody with its first rows; says in data-rows how many there are and in data-at-once how many come together
 * @param frame what scrolls, where the page itself does not
 * @param fetchRows gives the HTML of rows from one to before another
 */
export function virtualRows(body, frame, fetchRows, shown = () => {}) {
  const count = Number(body.dataset.rows), atOnce = Number(body.dataset.atOnce), last = Math.ceil(count / atOnce) - 1;
  const chunks = new Map([[0, [...body.rows]]]), asked = new Map();
  const height = body.rows[0]?.getBoundingClientRect().height || 48;
  let drawn = '', age = 0, later = 0;

  const spacer = rows => {
    const row = document.createElement('tr'), cell = row.insertCell();
    row.className = 'spacer';
    row.setAttribute('aria-hidden', 'true');
    cell.colSpan = 100;
    cell.style.height = `${rows * height}px`;
    return row;
  };
  const sizeOf = chunk => Math.min(count, (chunk + 1) * atOnce) - chunk * atOnce;
  function near() {
    const top = Math.max(frame.getBoundingClientRect().top, 0), from = top - body.getBoundingClientRect().top;
    const seen = Math.min(frame.clientHeight, innerHeight);
    const first = Math.floor(from / height / atOnce), end = Math.floor((from + seen) / height / atOnce);
    return [Math.min(last, Math.max(0, first)), Math.max(0, Math.min(last, end))];
  }
  async function load(chunk) {
    if (chunks.has(chunk) || asked.get(chunk) === age) return;
    const at = age;
    asked.set(chunk, at);
    const holder = document.createElement('tbody');
    holder.innerHTML = await fetchRows(chunk * atOnce, (chunk + 1) * atOnce);
    if (at !== age) return;
    asked.delete(chunk);
    chunks.set(chunk, [...holder.rows]);
    draw(true);
  }
  function draw(anew = false) {
    if (last < 0) return;
    const [from, to] = near();
    const focused = [...chunks].find(([, rows]) => rows.some(row => row.contains(document.activeElement)))?.[0];
    const wanted = [];
    for (let chunk = from; chunk <= to; chunk++) wanted.push(chunk);
    wanted.forEach(load);
    for (const around of [from - 1, to + 1]) if (chunks.has(around)) wanted.push(around);
    clearTimeout(later);
    later = setTimeout(() => [from - 1, to + 1].filter(chunk => chunk >= 0 && chunk <= last).forEach(load), LATER);
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
    rows.forEach((row, at) => { if (body.rows[at] !== row) body.insertBefore(row, body.rows[at] ?? null); });
    if (active !== document.activeElement && body.contains(active)) active.focus({ preventScroll: true });
    shown();
  }
  let soon = 0;
  const scrolled = () => { soon ||= requestAnimationFrame(() => { soon = 0; draw(); }); };
  document.addEventListener('scroll', scrolled, { capture: true, passive: true });
  addEventListener('resize', scrolled);

  return {
    count,
    draw,
    /** The row of a number from 0, fetched where it is not there yet. */
    async row(number) {
      const chunk = Math.floor(number / atOnce);
      await load(chunk);
      for (let i = 0; i < 100 && !chunks.has(chunk); i++) await new Promise(done => setTimeout(done, 50));
      return chunks.get(chunk)?.[number - chunk * atOnce];
    },
    /** Makes sure that a row stands in the page. */
    reveal(number) {
      const [from, to] = near(), chunk = Math.floor(number / atOnce);
      if (chunk < from || chunk > to) frame.scrollTop = number * height;
      draw(true);
    },
    /** Every row that was fetched, in the page or not. */
    loaded: () => [...chunks.values()].flat(),
    /** Forgets what was fetched and fetches what is seen. */
    async renew() {
      age++;
      const [from, to] = near();
      const fresh = await Promise.all(Array.from({ length: to - from + 1 }, async (_, i) => {
        const holder = document.createElement('tbody');
        holder.innerHTML = await fetchRows((from + i) * atOnce, (from + i + 1) * atOnce);
        return [from + i, [...holder.rows]];
      }));
      const cell = document.activeElement?.dataset?.cell;
      chunks.clear();
      asked.clear();
      fresh.forEach(([chunk, rows]) => chunks.set(chunk, rows));
      draw(true);
      if (cell) body.querySelector(`[data-cell="${cell}"]`)?.focus({ preventScroll: true });
    },
  };
}
