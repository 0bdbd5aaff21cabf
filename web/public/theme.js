// Before anything is drawn, so that night does not flash white.
(() => {
  const chosen = localStorage.getItem("earnest-theme");
  const night = chosen ? chosen === "night" : matchMedia("(prefers-color-scheme: dark)").matches;
  document.documentElement.dataset.theme = night ? "night" : "day";
})();
