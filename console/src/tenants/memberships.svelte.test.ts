import { expect, test, vi } from "vitest";
import { answering, field, form, noor } from "../test/marea.ts";
import { MembershipsState } from "./memberships.svelte.ts";

const punta = { id: "t1", name: "Punta Clara", roles: ["mooringHand"] };
const isla = { id: "t2", name: "Isla Verde" };
const moved = { gains: ["boater in Isla Verde"], keeps: [], loses: ["mooringHand in Punta Clara"], values: [] };

test("a move is shown before it is done, and done as it was shown", async () => {
  const found = { body: { items: [isla, { id: "t3", name: "Isla Verde Norte" }] } };
  const asked = answering(found, { body: moved }, found, { body: moved }, { body: { ...noor, tenants: [isla] } });
  const changed = vi.fn();
  const memberships = new MembershipsState("1", changed);
  memberships.begin({ what: "move", from: punta });
  memberships.name("isla verde ");

  await memberships.submit();
  expect(memberships.preview?.loses).toEqual(["mooringHand in Punta Clara"]);
  expect(changed).not.toHaveBeenCalled();

  await memberships.submit();
  expect(asked.map(({ url, init }) => `${init.method} ${url}`)).toEqual([
    "GET /v1/tenants?name=isla+verde",
    "GET /v1/accounts/1/move?from=t1&to=t2",
    "GET /v1/tenants?name=isla+verde",
    "POST /v1/accounts/1/move",
    "GET /v1/accounts/1",
  ]);
  expect(JSON.parse(String(asked[3]!.init.body))).toEqual({ from: "t1", to: "t2" });
  expect(memberships.tenants).toEqual([isla]);
  expect(memberships.doing).toBeNull();
  expect(changed).toHaveBeenCalledOnce();
});

test("whoever names another tenant sees another preview first", async () => {
  answering({ body: { items: [] } }, { body: moved });
  const memberships = new MembershipsState("1", () => {});
  memberships.begin({ what: "move", from: punta });
  memberships.name("isla-verde");
  await memberships.submit();
  memberships.name("puerto-sereno");
  expect(memberships.preview).toBeNull();
});

test("a tenant is named before anything is asked", async () => {
  const asked = answering({ body: {} });
  const memberships = new MembershipsState("1", () => {});
  memberships.begin({ what: "join" });
  await memberships.submit();
  expect(memberships.errors.to).toMatch(/Name a tenant/);
  expect(asked).toEqual([]);
});

test("what is refused keeps what was typed", async () => {
  answering(
    { body: { items: [] } },
    {
      status: 409,
      body: { type: "urn:cuenta:problem:conflict", title: "Conflict", detail: "Isla Verde is full." },
    },
  );
  const memberships = new MembershipsState("1", () => {});
  memberships.begin({ what: "join" });
  memberships.name("isla-verde");
  await memberships.submit();
  expect(memberships.errors[""]).toBe("Isla Verde is full.");
  expect(memberships.to).toBe("isla-verde");
});

test("leaving ends the membership", async () => {
  const asked = answering({ body: {} }, { body: { ...noor, tenants: [] } });
  const memberships = new MembershipsState("1", () => {});
  memberships.begin({ what: "leave", from: punta });
  await memberships.submit();
  expect(`${asked[0]!.init.method} ${asked[0]!.url}`).toBe("DELETE /v1/tenants/t1/members/1");
  expect(memberships.notice).toMatch(/Punta Clara/);
});

test("what an account has in a tenant is read and changed there, with the version that was seen", async () => {
  const locker = field("stay.locker", { profile: "stay", name: "locker", withinTenant: true });
  const kinds = [{ name: noor.kind, label: "Staff", profiles: ["stay"], default: true }];
  const stays = { ...form, kinds, profiles: [{ name: "stay", label: "Stay" }], fields: [...form.fields, locker] };
  const there = { body: { ...noor, stay: { locker: "A01" } }, etag: '"7"' };
  const asked = answering({ body: stays }, there, there, there);
  const changed = vi.fn();
  const memberships = new MembershipsState("1", changed);

  await memberships.edit(isla);
  expect(memberships.values!.record.editable.map(({ title }) => title)).toEqual(["Stay"]);
  memberships.values!.record.draft["stay.locker"] = "B07";
  await memberships.save();

  expect(asked.map(({ url, init }) => `${init.method} ${url}`).slice(0, 3)).toEqual([
    "GET /v1/model/form",
    "GET /v1/accounts/1?fields=stay.locker",
    "PATCH /v1/accounts/1",
  ]);
  expect(JSON.parse(String(asked[2]!.init.body))).toEqual({ stay: { locker: "B07" } });
  expect(asked[2]!.init.headers).toMatchObject({ "If-Match": '"7"', "Cuenta-Tenant": "t2" });
  expect(memberships.values).toBeNull();
  expect(changed).toHaveBeenCalledOnce();
});
