// Cards under headings that are fetched as they come into view: only those near it are in the page.
import { rowsInSight } from './windows.js';

const AROUND = 2; // rows of cards kept above and below

/**
 * @param holder the sections; each has a list with data-from, the place of its first card among all, and data-count
 * @param frame what scrolls, where the page itself does not
 * @param fetchCards gives the HTML of cards from one to before another
 * @param shown called whenever other cards are in the page
 */
export function virtualCards(holder, frame, fetchCards, shown = () => {}) {
  let lists = [],
    cards = new Map(),
    asked = new Set(),
    age = 0;

  function read() {
    lists = [...holder.querySelectorAll('.cards')].map(list => ({
      list,
      from: Number(list.dataset.from),
      count: Number(list.dataset.count),
      drawn: '',
    }));
    for (const { list, from } of lists) [...list.children].forEach((card, at) => cards.set(from + at, card));
  }
  const parse = html => {
    const holderOf = document.createElement('ul');
    holderOf.innerHTML = html;
    return [...holderOf.children];
  };
  function measure(list) {
    const style = getComputedStyle(list),
      gap = parseFloat(style.rowGap) || 0;
    const columns = style.gridTemplateColumns.split(' ').length,
      height = parseFloat(style.getPropertyValue('--card-height')) || 190;
    return { columns, row: height + gap };
  }
  async function load(from, to) {
    const missing = [];
    for (let at = from; at < to; at++) if (!cards.has(at) && !asked.has(at)) missing.push(at);
    if (!missing.length) return;
    const first = missing[0],
      last = missing[missing.length - 1] + 1,
      mine = age;
    for (let at = first; at < last; at++) asked.add(at);
    try {
      const html = await fetchCards(first, last);
      if (mine === age) parse(html).forEach((card, at) => cards.set(first + at, card));
    } finally {
      if (mine === age) for (let at = first; at < last; at++) asked.delete(at);
    }
    if (mine === age) draw();
  }
  /** The cards of a list that are in sight, and some around them. */
  function near(entry) {
    const { columns, row } = measure(entry.list),
      box = entry.list.getBoundingClientRect();
    const top = Math.max(frame.getBoundingClientRect().top, 0),
      bottom = Math.min(frame.getBoundingClientRect().bottom, innerHeight);
    const rows = Math.ceil(entry.count / columns);
    const [first, last] = rowsInSight(top - box.top, bottom - box.top, row, rows, AROUND);
    return { columns, row, rows, first, last };
  }
  function draw() {
    const wanted = [];
    for (const entry of lists) {
      const { columns, row, rows, first, last } = near(entry);
      const from = first * columns,
        to = Math.min(entry.count, last * columns);
      if (to > from) wanted.push([entry.from + from, entry.from + to]);
      const there = [];
      for (let at = from; at < to; at++) there.push(cards.get(entry.from + at) ?? null);
      const now = `${from}-${to}/${columns}:${there.map(card => (card ? 1 : 0)).join('')}`;
      if (now === entry.drawn) continue;
      entry.drawn = now;
      entry.list.style.setProperty('padding-top', `${first * row}px`);
      entry.list.style.setProperty('padding-bottom', `${Math.max(0, (rows - last) * row)}px`);
      const active = document.activeElement;
      entry.list.replaceChildren(
        ...there.map(card => card ?? Object.assign(document.createElement('li'), { className: 'card is-coming' })),
      );
      there.forEach(card => card && window.htmx?.process(card));
      if (active !== document.activeElement && entry.list.contains(active)) active.focus({ preventScroll: true });
    }
    shown();
    wanted.forEach(([from, to]) => load(from, to));
  }
  let soon = 0;
  const scrolled = () => {
    soon ||= requestAnimationFrame(() => {
      soon = 0;
      draw();
    });
  };
  document.addEventListener('scroll', scrolled, { capture: true, passive: true });
  addEventListener('resize', () => {
    lists.forEach(entry => {
      entry.drawn = '';
    });
    scrolled();
  });

  read();
  return {
    draw,
    loaded: () => [...cards.values()],
    /** Takes other sections in, and fetches the cards that are seen. */
    async renew(html) {
      const mine = ++age;
      const heads = document.createElement('div');
      heads.innerHTML = html;
      const before = cards;
      cards = new Map();
      asked = new Set();
      holder.replaceChildren(...heads.childNodes);
      read();
      // what was seen stays in sight until its fresh cards are there
      const ranges = lists
        .map(entry => {
          const { columns, first, last } = near(entry);
          return [entry.from + first * columns, entry.from + Math.min(entry.count, last * columns)];
        })
        .filter(([from, to]) => to > from);
      for (const [from, to] of ranges) for (let at = from; at < to; at++) if (before.has(at)) cards.set(at, before.get(at));
      lists.forEach(entry => {
        entry.drawn = '';
      });
      draw();
      for (const [from, to] of ranges) {
        const fresh = parse(await fetchCards(from, to));
        if (mine !== age) return;
        fresh.forEach((card, at) => cards.set(from + at, card));
      }
      lists.forEach(entry => {
        entry.drawn = '';
      });
      draw();
    },
    /** Other sizes of cards. */
    relayout() {
      lists.forEach(entry => {
        entry.drawn = '';
      });
      draw();
    },
  };
}
