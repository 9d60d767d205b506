import type { Account } from "../api/accounts.ts";
import type { Field, Form } from "../api/model.ts";

/** A field of the Marea model for tests; text that the reader may do everything with, unless said otherwise. */
export function field(path: string, more: Partial<Field> = {}): Field {
  const [profile, name] = path.includes(".") ? path.split(".") : [undefined, path];
  return {
    path,
    name: name!,
    profile,
    withinTenant: false,
    label: name!,
    description: "",
    group: "",
    type: "string",
    many: false,
    control: "text",
    each: more.control ?? "text",
    required: false,
    scale: 0,
    options: [],
    sensitivity: "open",
    comparisons: ["eq", "ne", "co", "sw"],
    search: false,
    confirm: false,
    shown: true,
    reads: true,
    readsOwn: true,
    creates: true,
    changes: true,
    changesOwn: true,
    ...more,
  };
}

export const form: Form = {
  revision: 1,
  name: "marea",
  may: ["accounts.read", "accounts.write"],
  administers: false,
  signIn: ["email"],
  tenants: true,
  allTenants: false,
  hasToSayAll: false,
  tenantFrom: [],
  roles: ["boater", "administrator"],
  kinds: [
    { name: "berthHolder", label: "Berth holder", profiles: ["person", "mooring"], default: true },
    { name: "contractor", label: "Contractor", profiles: ["person"], default: false },
  ],
  profiles: [
    { name: "person", label: "Person" },
    { name: "mooring", label: "Mooring" },
  ],
  tenantFields: [
    field("tenants.berths", { label: "Berths", type: "integer", control: "number", comparisons: ["eq", "gt"] }),
    field("tenants.office", { label: "Harbour office", type: "phone", control: "tel", changes: false }),
  ],
  fields: [
    field("email", { type: "email", control: "email", required: true }),
    field("newsletter", { type: "boolean", control: "checkbox", default: false, comparisons: ["eq", "ne"] }),
    field("emailConfirmedAt", { type: "dateTime", control: "datetime-local", comparisons: ["eq", "gt"] }),
    field("person.familyName", { required: true }),
    field("person.about", { type: "text", control: "textarea" }),
    field("mooring.credit", { type: "decimal", control: "number", scale: 2, comparisons: ["eq", "gt"] }),
  ],
};

export const noor: Account = {
  id: "1",
  kind: "berthHolder",
  displayName: "Noor Haddad",
  email: "noor@marea.example",
  newsletter: true,
  person: { familyName: "Haddad" },
  mooring: { credit: 12.5 },
  roles: ["boater"],
  tenants: [],
  meta: { created: "2026-11-23T07:00:00Z", lastModified: "2026-11-23T07:00:00Z", version: 3 },
};

/** Answers every request with the given answers in turn, and remembers what was asked. */
export function answering(...answers: { status?: number; body: unknown; etag?: string }[]) {
  const asked: { url: string; init: RequestInit }[] = [];
  globalThis.fetch = async (url, init = {}) => {
    asked.push({ url: String(url), init });
    const answer = answers[Math.min(asked.length, answers.length) - 1]!;
    const headers = answer.etag ? { ETag: answer.etag } : undefined;
    return new Response(JSON.stringify(answer.body), { status: answer.status ?? 200, headers });
  };
  return asked;
}
