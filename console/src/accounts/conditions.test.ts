import { expect, test } from "vitest";
import { field } from "../test/marea.ts";
import { conditionOf, conditionsOf, filterOf } from "./conditions.ts";

test("a filter is taken apart where its conditions are joined, and put together as it was", () => {
  const filters: [string, string[]][] = [
    ["", []],
    ['theme eq "dusk"', ['theme eq "dusk"']],
    ['theme eq "dusk" and credit lt 0', ['theme eq "dusk"', "credit lt 0"]],
    ['name eq "this and that" and theme pr', ['name eq "this and that"', "theme pr"]],
    ['name eq "a \\" and b" and theme pr', ['name eq "a \\" and b"', "theme pr"]],
    ["not (a pr and b pr) and c pr", ["not (a pr and b pr)", "c pr"]],
    ["a pr or b pr", ["a pr or b pr"]],
    ["a pr and b pr or c pr", ["a pr and b pr or c pr"]],
    ["brand pr and order pr", ["brand pr", "order pr"]],
  ];
  for (const [filter, conditions] of filters) {
    expect(conditionsOf(filter)).toEqual(conditions);
    expect(filterOf(conditions)).toBe(filter);
  }
});

test("what is joined by or is kept together when more is added", () => {
  expect(filterOf(["a pr or b pr", "c pr"])).toBe("(a pr or b pr) and c pr");
  expect(conditionsOf(filterOf(["a pr or b pr", "c pr"]))).toEqual(["(a pr or b pr)", "c pr"]);
});

test("a value is written as its field's type is", () => {
  expect(conditionOf(field("mooring.credit", { type: "decimal", control: "number" }), "lt", " 12.5 ")).toBe(
    "mooring.credit lt 12.5",
  );
  expect(conditionOf(field("mooring.credit", { type: "decimal", control: "number" }), "lt", "much")).toBe(
    'mooring.credit lt "much"',
  );
  expect(conditionOf(field("newsletter", { type: "boolean", control: "checkbox" }), "eq", "true")).toBe(
    "newsletter eq true",
  );
  expect(conditionOf(field("theme"), "eq", 'a "quoted" one')).toBe('theme eq "a \\"quoted\\" one"');
  expect(conditionOf(field("phone"), "pr", "")).toBe("phone pr");
});
