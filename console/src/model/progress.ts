import type { Revision } from "../api/model.ts";

/** How far a step that walks over records is, in words; empty for one that does not. */
export function progressOf(revision: Revision): string {
  if (!revision.rowsTotal) return "";
  const far = `${revision.rowsDone.toLocaleString()} of ${revision.rowsTotal.toLocaleString()} records`;
  const rate = revision.stepMillis ? (revision.rowsDone * 1000) / revision.stepMillis : 0;
  if (rate < 1 || revision.rowsDone >= revision.rowsTotal) return far;
  return `${far}, ${Math.round(rate).toLocaleString()} a second, ${spelt((revision.rowsTotal - revision.rowsDone) / rate)} left`;
}

/** Seconds as people say them. */
export function spelt(seconds: number): string {
  if (seconds < 1) return "a second";
  if (seconds < 90) return `${Math.round(seconds)} s`;
  return seconds < 5400 ? `${Math.round(seconds / 60)} min` : `${(seconds / 3600).toFixed(1)} h`;
}
