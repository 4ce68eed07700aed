// Before the first paint: the theme the person chose, or the one their system asks for.
(() => {
  let kept = null;
  try {
    kept = localStorage.getItem("ranura.theme");
  } catch {
    // Storage may be forbidden; the system's choice then stands.
  }
  const dark = kept ? kept === "dark" : matchMedia("(prefers-color-scheme: dark)").matches;
  document.documentElement.dataset.theme = dark ? "dark" : "light";
})();
