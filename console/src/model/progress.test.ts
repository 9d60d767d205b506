import { expect, test } from "vitest";
import type { Revision } from "../api/model.ts";
import { progressOf, spelt } from "./progress.ts";

const revision = { revision: 2, step: "fill", rowsDone: 0, rowsTotal: 0, stepMillis: 2000 } as Revision;

test("a step that walks over no records says nothing", () => {
  expect(progressOf(revision)).toBe("");
});

test("a step that does says how far it is, how fast, and how long yet", () => {
  expect(progressOf({ ...revision, rowsDone: 500, rowsTotal: 2000 })).toBe(
    "500 of 2,000 records, 250 a second, 6 s left",
  );
  expect(progressOf({ ...revision, rowsDone: 2000, rowsTotal: 2000 })).toBe("2,000 of 2,000 records");
});

test("time is said as people say it", () => {
  expect([0.2, 40, 600, 9000].map(spelt)).toEqual(["a second", "40 s", "10 min", "2.5 h"]);
});
