import "./app.css";
import { mount } from "svelte";
import App from "./App.svelte";

// The router takes over every click on a link of this site; modified clicks and links to the API are the browser's.
document.addEventListener("click", (event) => {
  const link = (event.target as Element | null)?.closest?.("a[href]") as HTMLAnchorElement | null;
  const modified = event.ctrlKey || event.metaKey || event.shiftKey || event.altKey;
  if (link && (modified || event.defaultPrevented || link.pathname.startsWith("/v1/"))) {
    event.stopPropagation();
  }
});

mount(App, { target: document.getElementById("app")! });
