import { expect, test } from "vitest";
import { answering } from "../test/marea.ts";
import { AccountRolesState, RolesState } from "./roles.svelte.ts";

const MASTER = { name: "harbourMaster", number: 2, byDefault: false, withinTenant: true, may: [], secondFactor: false };
const GRANT = {
  account: "a1",
  role: "harbourMaster",
  tenant: { id: "t1", name: "Punta Clara" },
  givenAt: "2026-11-29T12:00:00Z",
  state: "inEffect",
};

test("holders come page by page", async () => {
  const asked = answering(
    { body: { items: [GRANT], names: { a1: "Tomás Rey" }, next: "a1.t1" } },
    { body: { items: [{ ...GRANT, account: "a2" }], names: { a2: "Noor Haddad" } } },
  );
  const roles = new RolesState();
  await roles.choose("harbourMaster");
  await roles.more();

  expect(asked[1]!.url).toBe("/v1/roles/harbourMaster/holders?after=a1.t1");
  expect(roles.holders?.map(({ account }) => account)).toEqual(["a1", "a2"]);
  expect(roles.names).toEqual({ a1: "Tomás Rey", a2: "Noor Haddad" });
  expect(roles.next).toBeUndefined();
});

test("a role that counts within a tenant is given there, for as long as is said", async () => {
  const asked = answering(
    { body: { items: [MASTER] } },
    { body: { items: [], names: {} } },
    { body: GRANT },
    { body: { items: [MASTER] } },
    { body: { items: [GRANT], names: {} } },
  );
  const roles = new AccountRolesState("a1");
  await roles.load();
  roles.begin([{ id: "t1", name: "Punta Clara" }]);
  roles.role = "harbourMaster";
  roles.reason = " While Noor is away ";
  roles.until = "2026-12-31";
  await roles.give();

  const given = asked.find(({ init }) => init.method === "PUT")!;
  expect(given.url).toBe("/v1/accounts/a1/roles/harbourMaster");
  expect((given.init.headers as Record<string, string>)["Cuenta-Tenant"]).toBe("t1");
  expect(JSON.parse(String(given.init.body))).toEqual({
    reason: "While Noor is away",
    ends: "2027-01-01T00:00:00.000Z",
  });
  expect(roles.giving).toBe(false);
  expect(roles.grants).toHaveLength(1);
});

test("what is refused is said at its input, and what was typed stays", async () => {
  answering({
    status: 422,
    body: {
      type: "urn:cuenta:problem:invalid",
      errors: [{ pointer: "/ends", code: "past", detail: "This moment is past." }],
    },
  });
  const roles = new AccountRolesState("a1");
  roles.begin([]);
  roles.role = "administrator";
  roles.until = "2001-01-01";
  await roles.give();

  expect(roles.errors).toEqual({ ends: "This moment is past." });
  expect(roles.giving).toBe(true);
  expect(roles.until).toBe("2001-01-01");
});

test("what waits is approved, and then no longer listed", async () => {
  const waiting = { ...GRANT, state: "waiting" };
  const asked = answering(
    { body: { items: [{ ...MASTER, approval: true }] } },
    { body: { items: [waiting], names: { a1: "Tomás Rey" } } },
    { body: GRANT },
    { body: { items: [{ ...MASTER, approval: true }] } },
    { body: { items: [], names: {} } },
  );
  const roles = new RolesState();
  await roles.load();
  expect(roles.waiting).toEqual([waiting]);

  await roles.approve(roles.waiting[0]!);
  expect(asked[2]!.url).toBe("/v1/accounts/a1/roles/harbourMaster/approval");
  expect(roles.waiting).toEqual([]);
});
