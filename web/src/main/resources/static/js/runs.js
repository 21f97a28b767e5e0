// A run's page: rows as they come into view, and what changes while it goes. Of all windows on a run one listens and tells the others.
import { msg } from './messages.js';
import { virtualRows } from './rows.js';

const PATCH = 1000; // ms between fetching rows that changed
const page = document.getElementById('run');
const body = page.querySelector('tbody');
const address = page.dataset.run,
  show = page.dataset.show;
const title = document.title;
const away = page.querySelector('[data-away]');
const changed = new Set();
let state = page.dataset.state,
  all = false,
  waiting = 0,
  ended = isOver(state);

function isOver(word) {
  return ['DONE', 'STOPPED', 'INTERRUPTED'].includes(word);
}

const rows = virtualRows(body, document.documentElement, async (from, to) => {
  const answer = await fetch(`${address}/rows?${new URLSearchParams({ from, to, show })}`);
  if (!answer.ok) throw new Error('rows');
  return { html: await answer.text(), lines: Number(answer.headers.get('X-Lines')) };
});
rows.draw();

/** Fetches what changed among the rows that are in the page. */
async function patch() {
  waiting = 0;
  if (all || show) {
    all = false;
    changed.clear();
    await rows.renew();
    return;
  }
  const mine = rows.loaded().filter(row => changed.has(Number(row.dataset.position)));
  changed.clear();
  if (!mine.length) return;
  const answer = await fetch(`${address}/rows/at?${new URLSearchParams({ position: mine.map(row => row.dataset.position).join() })}`).catch(
    () => null,
  );
  if (!answer?.ok) return;
  const holder = document.createElement('tbody');
  holder.innerHTML = await answer.text();
  for (const row of [...holder.rows]) {
    const old = mine.find(one => one.dataset.position === row.dataset.position);
    if (old) rows.replace(old, row);
  }
}

/** Everything but the rows, as the server has it now. */
async function renewFrame() {
  const answer = await fetch(location.href).catch(() => null);
  if (!answer?.ok) return;
  const now = new DOMParser().parseFromString(await answer.text(), 'text/html');
  for (const id of ['run-actions', 'run-live', 'run-causes']) document.getElementById(id)?.replaceWith(now.getElementById(id));
  offer();
}

function tell(news) {
  away.hidden = !news.away;
  away.textContent = news.away;
  if (news.away) return;
  const live = document.getElementById('run-live');
  const failed = live.querySelector('.bad')?.textContent;
  if (news.head) live.innerHTML = news.head;
  for (const position of news.changed) changed.add(position);
  all ||= news.all;
  if (changed.size || all) waiting ||= setTimeout(patch, PATCH);
  if (!news.state) return;
  const over = isOver(news.state),
    other = news.state !== state || live.querySelector('.bad')?.textContent !== failed;
  if (news.share > 0) document.querySelector('[data-to-delivery]')?.classList.remove('off');
  state = news.state;
  document.title = over ? `${news.state === 'DONE' ? '✓' : '–'} ${title}` : `${news.share} % · ${title}`;
  if (other) renewFrame();
  if (over && !ended) {
    const words = live.querySelector('.run-facts').innerText.replaceAll('\n', ' · ');
    if (globalThis.Notification?.permission === 'granted') new Notification(msg('has-ended', news.title), { body: words, tag: address });
  }
  ended = over;
}

/** Offers a notification where the browser has not been asked yet. */
function offer() {
  const button = page.querySelector('[data-tell]');
  if (!button) return;
  button.hidden = isOver(state) || globalThis.Notification?.permission !== 'default';
  button.addEventListener('click', async () => {
    await Notification.requestPermission();
    button.hidden = true;
  });
}
offer();

// a browser holds few connections to one server; windows on the same run share one
const others = new BroadcastChannel(`run ${address}`);
others.addEventListener('message', event => tell(event.data));
navigator.locks.request(
  `run ${address}`,
  () =>
    new Promise(() => {
      const source = new EventSource(`${address}/events`);
      const both = news => {
        tell(news);
        others.postMessage(news);
      };
      source.addEventListener('progress', event => both(JSON.parse(event.data)));
      source.addEventListener('error', () =>
        both({ away: 'No connection to the server. What is being made goes on; this page tries again by itself.' }),
      );
      source.addEventListener('open', () => both({ away: '', head: '', changed: [], all: true }));
    }),
);
