// Runs before anything is drawn, so that the page never flashes in the wrong colours.
(function () {
  var chosen = null;
  try {
    chosen = localStorage.getItem("theme");
  } catch (storageIsOff) {}
  var dark = chosen ? chosen === "dark" : matchMedia("(prefers-color-scheme: dark)").matches;
  document.documentElement.classList.toggle("dark", dark);
})();
