/** A tenant in which somebody works. */
export interface Place {
  id: string;
  name: string;
}

/** All at once, where the model wants that to be said. */
export const ALL: Place = { id: "*", name: "All tenants" };

const KEY = "cuenta-working";

/** Of this tab: another one may be at work elsewhere. */
export function remembered(): Place | undefined {
  try {
    return JSON.parse(globalThis.sessionStorage?.getItem(KEY) ?? "null") ?? undefined;
  } catch {
    return undefined;
  }
}

export function remember(place: Place | undefined): void {
  if (place) globalThis.sessionStorage?.setItem(KEY, JSON.stringify({ id: place.id, name: place.name }));
  else globalThis.sessionStorage?.removeItem(KEY);
}
