import { describe, expect, it } from "vitest";
import { field, form, noor } from "../test/marea.ts";
import {
  bodyOf,
  defaultColumns,
  draftOf,
  errorsByField,
  groupsOf,
  initials,
  isHere,
  searchFilter,
  tenantGroupsOf,
  valueOf,
} from "./fields.ts";

describe("groups", () => {
  it("follow the kind: a contractor has no mooring", () => {
    expect(groupsOf(form, "berthHolder").map((group) => group.title)).toEqual(["Account", "Person", "Mooring"]);
    expect(groupsOf(form, "contractor").map((group) => group.title)).toEqual(["Account", "Person"]);
  });
});

describe("what an account has in each tenant", () => {
  const locker = field("stay.locker", { withinTenant: true });
  const stays: typeof form = {
    ...form,
    kinds: [{ name: "berthHolder", label: "Berth holder", profiles: ["stay"], default: true }],
    profiles: [{ name: "stay", label: "Stay" }],
    fields: [...form.fields, locker],
  };

  it("stands with each of them, and is a group of its own only within one", () => {
    const account = {
      ...noor,
      tenants: [
        { id: "a", name: "Punta Clara", stay: { locker: "B07" } },
        { id: "b", name: "Isla Verde" },
      ],
    } as unknown as typeof noor;

    expect(tenantGroupsOf(stays, account)).toMatchObject([
      { title: "Stay in Punta Clara", fields: [locker], values: { stay: { locker: "B07" } } },
    ]);
    expect(isHere(locker, stays)).toBe(false);
    expect(isHere(locker, { ...stays, tenant: "a" })).toBe(true);
    expect(defaultColumns(stays)).not.toContain("stay.locker");
  });
});

describe("a draft", () => {
  it("holds texts and truth values, and gives back only what was changed", () => {
    const before = draftOf(form.fields, noor);
    expect(before).toMatchObject({
      email: "noor@marea.example",
      newsletter: true,
      "mooring.credit": "12.5",
      "person.about": "",
    });

    const draft = { ...before, "mooring.credit": "20", "person.familyName": "", newsletter: false };

    expect(bodyOf(form.fields, draft, before)).toEqual({
      newsletter: false,
      person: { familyName: null },
      mooring: { credit: 20 },
    });
  });

  it("sends what is no number as it was typed, so that the service can say what is wrong", () => {
    expect(bodyOf(form.fields, { "mooring.credit": "twelve" }, {})).toEqual({ mooring: { credit: "twelve" } });
  });

  it("brings an instant to the reader's zone and back", () => {
    const instant = { ...noor, emailConfirmedAt: "2026-11-23T07:30:00.000Z" };
    const draft = draftOf(form.fields, instant);

    expect(bodyOf(form.fields, draft, {})).toMatchObject({ emailConfirmedAt: "2026-11-23T07:30:00.000Z" });
  });
});

describe("errors", () => {
  it("stand beside their fields, and what belongs to none at the top", () => {
    const violations = [
      { pointer: "/person/familyName", code: "required", detail: "Is required." },
      { pointer: "/roles", code: "unknown", detail: "No such role." },
    ];

    expect(errorsByField(violations, form.fields)).toEqual({
      "person.familyName": "Is required.",
      "": "No such role.",
    });
  });
});

describe("searching", () => {
  it("looks in short texts that the reader may read, and quotes what was typed", () => {
    const readable = { ...form, fields: [...form.fields, field("secret", { reads: false })] };

    expect(searchFilter(readable, ' no"or ')).toBe('email co "no\\"or" or person.familyName co "no\\"or"');
  });
});

describe("searching where some fields are indexed for it", () => {
  it("looks in these alone", () => {
    const indexed = { ...form, fields: form.fields.map((each) => ({ ...each, search: each.path === "email" })) };

    expect(searchFilter(indexed, "noor")).toBe('email co "noor"');
  });
});

describe("a list", () => {
  it("begins with what is short and shown", () => {
    expect(defaultColumns(form)).toEqual(["email", "newsletter", "emailConfirmedAt", "mooring.credit"]);
    expect(valueOf(noor, form.fields[5]!)).toBe(12.5);
    expect(initials("Noor van Haddad")).toBe("NV");
  });
});
