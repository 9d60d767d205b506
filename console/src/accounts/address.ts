/** What a list shows, as far as it leads back there. */
export interface Shown {
  search: string;
  kind: string;
  expression: string;
  sort: string;
  /** Undefined for those that are shown unless somebody chooses. */
  columns?: string[];
  /** Cursors of the pages that were left behind, without the first one's. */
  pages: string[];
}

export const NEWEST_FIRST = "-meta.created";
/** Longer ones some programs cut off. */
const LONGEST = 1500;

/** @param query of a page's address, as it was written, or by hand */
export function readAddress(query: string): Shown {
  const said = new URLSearchParams(query);
  return {
    search: said.get("search") ?? "",
    kind: said.get("kind") ?? "",
    expression: said.get("filter") ?? "",
    sort: said.get("sort") ?? NEWEST_FIRST,
    columns: said.get("columns")?.split(","),
    pages: said.get("pages")?.split(",") ?? [],
  };
}

/** Without the page, where that would make it too long. */
export function writeAddress(shown: Shown): string {
  const query = new URLSearchParams();
  if (shown.search.trim()) query.set("search", shown.search.trim());
  if (shown.kind) query.set("kind", shown.kind);
  if (shown.expression.trim()) query.set("filter", shown.expression.trim());
  if (shown.sort !== NEWEST_FIRST) query.set("sort", shown.sort);
  if (shown.columns) query.set("columns", shown.columns.join());
  const place = String(query);
  if (shown.pages.length) query.set("pages", shown.pages.join());
  return String(query).length > LONGEST ? place : String(query);
}
