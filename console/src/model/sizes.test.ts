import { expect, test } from "vitest";
import { radius, rowsOf, spelt } from "./sizes.ts";

test("sizes are said with the unit that suits them", () => {
  expect([17, 8192, 5_600_000, 3.2 * 1024 ** 3].map(spelt)).toEqual(["17 B", "8.0 KiB", "5.3 MiB", "3.2 GiB"]);
});

test("four times the bytes have twice the reach, and nothing disappears", () => {
  expect(radius(0, 100)).toBe(24);
  expect(radius(100, 100) - 24).toBe(2 * (radius(25, 100) - 24));
});

test("a table that was never counted says so", () => {
  expect(rowsOf({ rows: 2400 })).toBe("about 2,400 rows");
  expect(rowsOf({})).toBe("rows not counted yet");
});
