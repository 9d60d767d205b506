import { expect, test } from "vitest";
import { answering, form, noor } from "../test/marea.ts";
import { TenantsState, TenantState } from "./tenants.svelte.ts";

/** The answer to a change of which one thing is refused. */
function refused(pointer: string, code: string, detail: string) {
  return {
    status: 422,
    body: { type: "urn:cuenta:problem:invalid", detail: "x", errors: [{ pointer, code, detail }] },
  };
}

const PUNTA = {
  id: "t1",
  name: "Punta Clara",
  slug: "punta-clara",
  secondFactor: false,
  suspended: false,
  archived: false,
  domains: [],
  limits: {},
  effectiveLimits: {},
  fields: { berths: 180 },
};

test("tenants come page by page, by how their names begin", async () => {
  const asked = answering(
    { body: { items: [PUNTA], next: "t1" } },
    { body: { items: [{ ...PUNTA, id: "t2", name: "Puerto Sereno" }] } },
  );
  const tenants = new TenantsState();
  tenants.name = " pu ";
  await tenants.load();
  await tenants.more();
  expect(asked.map(({ url }) => url)).toEqual(["/v1/tenants?name=pu", "/v1/tenants?name=pu&after=t1"]);
  expect(tenants.tenants?.map(({ id }) => id)).toEqual(["t1", "t2"]);
  expect(tenants.next).toBeUndefined();
});

test("those that are archived are a list of their own", async () => {
  const asked = answering({ body: { items: [], next: "t1" } }, { body: { items: [{ ...PUNTA, archived: true }] } });
  const tenants = new TenantsState();
  tenants.archived = true;
  await tenants.load();
  await tenants.more();
  expect(asked.map(({ url }) => url)).toEqual(["/v1/tenants?archived=true", "/v1/tenants?after=t1&archived=true"]);
  expect(tenants.tenants).toHaveLength(1);
});

test("what is refused is said at its input, and nothing that was typed is lost", async () => {
  answering({ body: PUNTA }, { body: form }, refused("/slug", "format", "`www` is reserved."));
  const state = new TenantState("t1");
  await state.load(false);
  state.edit();
  state.slug = "www";
  await state.save();
  expect(state.errors.slug).toBe("`www` is reserved.");
  expect(state.editing).toBe(true);
  expect(state.slug).toBe("www");
});

test("only what was changed is sent", async () => {
  const asked = answering({ body: PUNTA }, { body: form }, { body: { ...PUNTA, name: "Punta" } });
  const state = new TenantState("t1");
  await state.load(false);
  state.edit();
  state.name = "Punta";
  await state.save();
  expect(JSON.parse(String(asked[2]!.init.body))).toEqual({ name: "Punta" });
  expect(state.tenant?.name).toBe("Punta");
});

test("what the model lets tenants have is sent as far as it was changed, and refused at its input", async () => {
  const asked = answering({ body: PUNTA }, { body: form }, refused("/fields/berths", "min", "Must be 1 or more."), {
    body: { ...PUNTA, fields: { berths: 190 } },
  });
  const state = new TenantState("t1");
  await state.load(false);
  expect((asked[1]!.init.headers as Record<string, string>)["Cuenta-Tenant"]).toBe("t1");
  expect(state.shown.map(({ label }) => label)).toEqual(["Berths"]);
  state.edit();
  expect(state.draft).toEqual({ "tenants.berths": "180" });
  state.draft["tenants.berths"] = "0";
  await state.save();
  expect(state.errors["tenants.berths"]).toBe("Must be 1 or more.");
  state.draft["tenants.berths"] = "190";
  await state.save();
  expect(JSON.parse(String(asked[3]!.init.body))).toEqual({ fields: { berths: 190 } });
  expect(state.editing).toBe(false);
});

test("limits are sent together, and what is no number not at all", async () => {
  const asked = answering(
    { body: { ...PUNTA, limits: { members: 40, invitations: 9 } } },
    { body: form },
    { body: PUNTA },
  );
  const state = new TenantState("t1");
  await state.load(false);
  state.edit();
  state.most.members = "many";
  await state.save();
  expect(state.errors).toEqual({ "limits/members": "Give a whole number, or nothing." });
  expect(asked).toHaveLength(2);
  state.most.members = "";
  state.domains = "punta.example,  clara.example";
  await state.save();
  expect(JSON.parse(String(asked[2]!.init.body))).toEqual({
    domains: ["punta.example", "clara.example"],
    limits: { invitations: 9 },
  });
});

test("a domain that is refused is said at the domains", async () => {
  answering({ body: PUNTA }, { body: form }, refused("/domains/1", "format", "Give the domain."));
  const state = new TenantState("t1");
  await state.load(false);
  state.edit();
  state.domains = "punta.example x";
  await state.save();
  expect(state.errors).toEqual({ domains: "Give the domain." });
});

test("an invitation is told once, and mailed only to an address", async () => {
  const asked = answering(
    { body: { items: [] } },
    { body: { id: "i1", roles: [], invitation: "cuenta_invitation_x" } },
    { body: { items: [{ id: "i1", roles: [] }] } },
  );
  const state = new TenantState("t1");
  await state.beginInviting();
  await state.invite();
  expect(JSON.parse(String(asked[1]!.init.body))).toEqual({ mail: false });
  expect(state.told).toBe("cuenta_invitation_x");
  expect(state.invitations).toHaveLength(1);
});

test("a large tenant is removed some thousands of memberships at a time", async () => {
  const asked = answering({ body: { memberships: 5000, done: false } }, { body: { memberships: 7, done: true } });
  const state = new TenantState("t1");
  expect(await state.remove()).toBe(true);
  expect(asked).toHaveLength(2);
  expect(state.ended).toBe(5007);
});

test("members are asked for in the tenant, and the first few shown", async () => {
  const many = Array.from({ length: 12 }, (_, id) => ({ ...noor, id: String(id) }));
  const asked = answering({ body: PUNTA }, { body: form }, { body: { items: many } });
  const state = new TenantState("t1");
  await state.load(false, true);
  expect((asked[2]!.init.headers as Record<string, string>)["Cuenta-Tenant"]).toBe("t1");
  expect(state.members).toHaveLength(10);
  expect(state.moreMembers).toBe(true);
});
