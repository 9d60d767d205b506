import { afterEach, expect, test, vi } from "vitest";
import { answering } from "../test/marea.ts";
import { adviceOn, StrengthState } from "./strength.svelte.ts";

afterEach(() => vi.useRealTimers());

test("is asked once, when the typing pauses", async () => {
  vi.useFakeTimers();
  const asked = answering({ body: { strength: "fair", violations: [] } });
  const strength = new StrengthState(["ines@marea.example"]);
  strength.typed("g");
  strength.typed("gulls and");
  await vi.runAllTimersAsync();

  expect(asked).toHaveLength(1);
  expect(asked[0]!.init.body).toBe(JSON.stringify({ password: "gulls and", identifiers: ["ines@marea.example"] }));
  expect(strength.assessed?.strength).toBe("fair");
  strength.typed("");
  expect(strength.assessed).toBeNull();
});

test("says nothing where it cannot be had", async () => {
  vi.useFakeTimers();
  answering({ status: 503, body: { type: "urn:cuenta:problem:unavailable", detail: "Later." } });
  const strength = new StrengthState([]);
  strength.typed("gulls");
  await vi.runAllTimersAsync();

  expect(strength.assessed).toBeNull();
});

test("a broken rule comes before an estimate", () => {
  const violation = { pointer: "/password", code: "minLength", detail: "Has 5 characters; at least 10 are needed." };
  expect(adviceOn({ strength: "strong", violations: [violation] })).toBe(violation.detail);
  expect(adviceOn({ strength: "weak", violations: [] })).toContain("guessed");
});
