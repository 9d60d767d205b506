import { expect, test } from "vitest";
import type { Entry } from "../api/activity.ts";
import { by, detailsOf, worded } from "./activity.ts";

const entry: Entry = { number: 7, at: "2026-11-23T07:00:00Z", action: "account-changed", details: {} };

test("an action is a sentence's beginning", () => {
  expect(worded("second-factor-added")).toBe("Second factor added");
});

test("says who did it", () => {
  const names = { "1": "Noor Haddad" };
  expect(by({ ...entry, person: "1" }, names)).toBe("Noor Haddad");
  expect(by({ ...entry, person: "2" }, names)).toBe("2");
  expect(by({ ...entry, service: "berths", person: "1" }, names)).toBe("berths for Noor Haddad");
  expect(by({ ...entry, service: "berths" }, names)).toBe("berths");
  expect(by(entry, names)).toBe("Cuenta itself");
  expect(by({ ...entry, address: "127.0.0.1", via: "installation-key" }, names)).toBe("installation key");
  expect(by({ ...entry, address: "127.0.0.1" }, names)).toBe("not signed in");
});

test("says what changed, and only the name of a field whose values are not for the reader", () => {
  const details = {
    fields: { theme: { from: "day", to: "dusk" }, phone: {}, about: { to: "x" } },
    roles: [],
    as: "owner",
  };
  expect(detailsOf({ ...entry, details })).toEqual(["theme: day → dusk", "phone", "about: nothing → x", "as: owner"]);
});

test("what has parts is told part by part", () => {
  expect(detailsOf({ ...entry, details: { limits: { members: 40, requests: 600 } } })).toEqual([
    "limits: members 40, requests 600",
  ]);
  expect(detailsOf({ ...entry, details: { limits: {} } })).toEqual(["limits: none"]);
});
