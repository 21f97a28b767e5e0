// The list of runs: what changes in it is fetched while somebody looks at it.
const LOOK = 3000; // ms

async function look() {
  if (!document.hidden && !document.activeElement?.closest('#runs form')) {
    const answer = await fetch(location.href).catch(() => null);
    if (answer?.ok) {
      const now = new DOMParser().parseFromString(await answer.text(), 'text/html').querySelector('#runs .page');
      const page = document.querySelector('#runs .page');
      if (now && now.innerHTML !== page.innerHTML) page.replaceWith(now);
    }
  }
  setTimeout(look, LOOK);
}
setTimeout(look, LOOK);
