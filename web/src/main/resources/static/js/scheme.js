// Sets the chosen scheme before the page is drawn, so that nothing flickers. The rest of the switch is in shell.js.
(() => {
  const chosen = localStorage.getItem('scheme');
  if (chosen) document.documentElement.dataset.scheme = chosen === 'dim' ? 'dark' : chosen; // its former name
})();
