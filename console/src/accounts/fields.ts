import type { Account, Body, Value } from "../api/accounts.ts";
import type { Field, Form } from "../api/model.ts";
import { errorsByName, type Violation } from "../api/request.ts";

/** What a form holds: always texts and truth values, as controls do. */
export type Draft = Record<string, string | boolean>;

export function valueOf(account: Account, field: Field): Value | undefined {
  const holder = field.profile ? (account[field.profile] as Record<string, Value> | undefined) : account;
  return holder?.[field.name] as Value | undefined;
}

/** A heading, and what stands under it. */
export interface Group {
  title: string;
  fields: Field[];
}

/** Whether an account has one value of it in the reader's requests: what it has in each tenant, only within one. */
export function isHere(field: Field, form: Form): boolean {
  return !field.withinTenant || form.tenant !== undefined;
}

/** The fields of a kind, in the model's order: first the account's own, then a group for each profile. */
export function groupsOf(form: Form, kind: string, chosen: (field: Field) => boolean = () => true): Group[] {
  const profiles = form.kinds.find((it) => it.name === kind)?.profiles ?? [];
  const fields = form.fields.filter(chosen);
  const groups = [{ title: "Account", fields: fields.filter((field) => !field.profile) }];
  for (const profile of form.profiles.filter((it) => profiles.includes(it.name))) {
    groups.push({ title: profile.label, fields: fields.filter((field) => field.profile === profile.name) });
  }
  return groups.filter((group) => group.fields.length > 0);
}

/** What the account has in each of its tenants, where it is not met in one of them. */
export function tenantGroupsOf(form: Form, account: Account): (Group & { values: Account })[] {
  return account.tenants.flatMap((tenant) => {
    const values = tenant as unknown as Account;
    const given = (field: Field) => field.withinTenant && valueOf(values, field) !== undefined;
    return groupsOf(form, account.kind, given).map(({ title, fields }) => ({
      title: `${title} in ${tenant.name}`,
      fields,
      values,
    }));
  });
}

export function draftOf(fields: Field[], account: Account | null): Draft {
  const draft: Draft = {};
  for (const field of fields) {
    const value = account ? valueOf(account, field) : (field.default as Value | undefined);
    draft[field.path] = toControl(field, value);
  }
  return draft;
}

function toControl(field: Field, value: Value | undefined): string | boolean {
  if (field.control === "checkbox") return value === true;
  if (value === undefined) return "";
  if (Array.isArray(value) && field.many) return value.join("\n");
  if (typeof value === "object") return JSON.stringify(value, null, 2);
  return field.control === "datetime-local" ? toLocal(String(value)) : String(value);
}

/** What the form's values are in JSON; only those that differ from `before`. Profiles become nested objects. */
export function bodyOf(fields: Field[], draft: Draft, before: Draft): Body {
  const body: Body = {};
  for (const field of fields) {
    const value = draft[field.path];
    if (value === undefined || value === before[field.path]) continue;
    const holder = field.profile ? ((body[field.profile] ??= {}) as Body) : body;
    holder[field.name] = fromControl(field, value);
  }
  return body;
}

function fromControl(field: Field, value: string | boolean): Value | null {
  if (typeof value === "boolean") return value;
  // Svelte binds a number control to a number, or to null when it is empty.
  const text = String(value ?? "");
  if (text.trim() === "") return null;
  if (field.many)
    return text
      .split("\n")
      .filter((line) => line.trim())
      .map((line) => one(field, line.trim()));
  return one(field, text);
}

/** What is no number and no JSON goes as a text, so that the service says what is wrong with it. */
function one(field: Field, value: string): Value {
  if (field.each === "number") return Number.isNaN(Number(value)) ? value : Number(value);
  if (field.control === "json") return parsed(value);
  return field.control === "datetime-local" ? new Date(value).toISOString() : value;
}

function parsed(value: string): Value {
  try {
    return JSON.parse(value) as Value;
  } catch {
    return value;
  }
}

function toLocal(instant: string): string {
  const date = new Date(instant);
  return new Date(date.getTime() - date.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
}

/** Messages by field path; under "" what belongs to no field of the form. */
export function errorsByField(violations: Violation[], fields: Field[]): Record<string, string> {
  const known = new Set(fields.map((field) => field.path));
  return errorsByName(violations, (pointer) => {
    const path = pointer.replace(/^\//, "").replace("/", ".");
    return known.has(path) || path === "password" || path === "currentPassword" ? path : "";
  });
}

/** A filter that looks for the text wherever it is found quickly, or else wherever the reader may read text. */
export function searchFilter(form: Form, text: string): string {
  const quoted = JSON.stringify(text.trim());
  const texts = form.fields.filter(
    (field) => field.reads && isHere(field, form) && field.comparisons.includes("co") && field.type !== "text",
  );
  const searched = texts.filter((field) => field.search);
  return (searched.length > 0 ? searched : texts).map((field) => `${field.path} co ${quoted}`).join(" or ");
}

/** The fields that a list begins with: those that people sign in with, and the first few that are shown anyway. */
export function defaultColumns(form: Form): string[] {
  const shown = form.fields.filter(
    (field) => field.reads && field.shown && isHere(field, form) && field.type !== "text",
  );
  const named = shown.filter((field) => !["givenName", "familyName"].includes(field.name));
  return named.slice(0, 4).map((field) => field.path);
}

export function initials(name: string): string {
  return name
    .split(/\s+/)
    .map((word) => word[0] ?? "")
    .slice(0, 2)
    .join("")
    .toUpperCase();
}
