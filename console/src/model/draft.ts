import { readRevision } from "../api/model.ts";

const DRAFT = "model.draft";

/** What was typed and not published yet; it outlives a reload, and ends with the tab. */
export const draft = {
  read: (): string | null => sessionStorage.getItem(DRAFT),
  keep: (text: string): void => sessionStorage.setItem(DRAFT, text),
  forget: (): void => sessionStorage.removeItem(DRAFT),
};

/** Makes an earlier revision's file the draft, so that publishing it again can be looked at first. */
export async function takeUp(revision: number): Promise<void> {
  draft.keep((await readRevision(revision)).source ?? "");
}
