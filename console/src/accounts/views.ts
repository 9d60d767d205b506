/** What somebody looks for again and again: the address of a list, by a name of their own. */
export interface View {
  name: string;
  /** See `AccountListState.address`. */
  address: string;
}

const MOST = 50;
const LONGEST_NAME = 60;

const key = (model: string) => `views.${model}`;

/** Those of this browser, by their names. */
export function savedViews(model: string): View[] {
  try {
    const stored = JSON.parse(localStorage.getItem(key(model)) ?? "[]") as View[];
    return stored.filter(({ name, address }) => typeof name === "string" && typeof address === "string");
  } catch {
    return [];
  }
}

/** In place of one of the same name; without what was not saved for lack of room, the oldest first. */
export function saveView(model: string, name: string, address: string): View[] {
  const saved = { name: name.trim().slice(0, LONGEST_NAME), address };
  const views = [...savedViews(model).filter((view) => view.name !== saved.name), saved].slice(-MOST);
  return keep(
    model,
    views.sort((one, other) => one.name.localeCompare(other.name)),
  );
}

export function removeView(model: string, name: string): View[] {
  return keep(
    model,
    savedViews(model).filter((view) => view.name !== name),
  );
}

function keep(model: string, views: View[]): View[] {
  try {
    localStorage.setItem(key(model), JSON.stringify(views));
  } catch {
    // Storage is off: they last as long as the page.
  }
  return views;
}
