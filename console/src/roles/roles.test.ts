import { expect, test } from "vitest";
import type { Role } from "../api/roles.ts";
import { mayOf, momentOf, permissionsOf, whomOf } from "./roles.ts";

const MASTER: Role = {
  name: "harbourMaster",
  number: 2,
  label: "Harbour master",
  description: "",
  byDefault: false,
  onCreate: false,
  withinTenant: true,
  kinds: [],
  may: ["accounts.read", "berths.assign"],
  excludes: [],
  approval: false,
  secondFactor: false,
  formerly: [],
};

test("a day begins at midnight and ends at the next", () => {
  expect(momentOf("2026-12-31", false)).toBe("2026-12-31T00:00:00.000Z");
  expect(momentOf("2026-12-31", true)).toBe("2027-01-01T00:00:00.000Z");
  expect(momentOf("", true)).toBeUndefined();
});

test("a role says what it lets people do", () => {
  expect(mayOf(MASTER)).toBe("accounts.read, berths.assign");
  expect(mayOf({ ...MASTER, may: ["*"] })).toBe("everything there");
  expect(mayOf({ ...MASTER, may: [] })).toBe("nothing by itself");
  expect(permissionsOf([MASTER, { ...MASTER, may: ["*", "accounts.read"] }])).toEqual([
    "accounts.read",
    "berths.assign",
  ]);
});

test("a role says who gets it, and who cannot have it", () => {
  expect(whomOf(MASTER)).toBe("");
  expect(whomOf({ ...MASTER, byDefault: true, kinds: ["staff"], excludes: ["auditor"], approval: true })).toBe(
    "every new account; only of kind staff; never beside auditor; when a second person has approved it",
  );
});
