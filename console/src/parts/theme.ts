/** Switches between light and dark and remembers the choice. */
export function toggleTheme(): void {
  const dark = document.documentElement.classList.toggle("dark");
  try {
    localStorage.setItem("theme", dark ? "dark" : "light");
  } catch {
    // Storage is off: the choice lasts as long as the page.
  }
}
