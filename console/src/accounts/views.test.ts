// @vitest-environment jsdom
import { beforeEach, expect, test } from "vitest";
import { removeView, savedViews, saveView } from "./views.ts";

beforeEach(() => localStorage.clear());

test("a view is saved by its name, in place of the one that had it", () => {
  saveView("marea", "In arrears", "filter=a");
  saveView("marea", "Guests", "filter=b");
  saveView("marea", " In arrears ", "filter=c");
  expect(savedViews("marea")).toEqual([
    { name: "Guests", address: "filter=b" },
    { name: "In arrears", address: "filter=c" },
  ]);
  expect(removeView("marea", "Guests")).toHaveLength(1);
  expect(savedViews("other")).toEqual([]);
});

test("what is no list of views is none", () => {
  for (const stored of ["{", '"x"', '[{"name":1}]', "null"]) {
    localStorage.setItem("views.marea", stored);
    expect(savedViews("marea")).toEqual([]);
  }
});
