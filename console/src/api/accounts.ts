import { request, type Answer } from "./request.ts";
import type { Wire } from "./wire.ts";

export type Value = string | number | boolean | Value[] | { [key: string]: Value };

/** A tenant of an account's. */
export interface Tenant {
  id: string;
  name: string;
  /** Those that count there. */
  roles?: string[];
}

/** An account as the service lets this reader see it; fields and profiles stand beside these. */
export interface Account {
  id: string;
  kind: string;
  displayName: string;
  roles: string[];
  tenants: Tenant[];
  meta: {
    created: string;
    lastModified: string;
    version: number;
    anonymised?: string;
    confirmed?: Record<string, string>;
  };
  [field: string]: unknown;
}

export interface Page {
  items: Account[];
  next?: string;
}

export interface ListQuery {
  filter?: string;
  sort?: string;
  limit?: number;
  cursor?: string;
}

export type Body = Record<string, unknown>;

/** @param tenant whose members, in place of those where the reader works */
export async function listAccounts(query: ListQuery, tenant?: string): Promise<Page> {
  return (await request<Page>("GET", "/v1/accounts", { query: { ...query }, tenant })).body;
}

/** How many there are; `more` where nobody counted to the end. */
export type Count = Wire["Count"];

const COUNTED = 10_000;

export async function countAccounts(filter: string | undefined): Promise<Count> {
  return (await request<Count>("GET", "/v1/accounts/count", { query: { filter, upTo: COUNTED } })).body;
}

/** What takes long about the question, before it is asked; empty for nothing. */
export async function cautionOf(query: ListQuery): Promise<string> {
  return (
    (await request<{ caution?: string }>("GET", "/v1/accounts/caution", { query: { ...query } })).body.caution ?? ""
  );
}

/** `own` stands for the reader's own account. */
export type AccountRef = string | "own";

export function accountPath(ref: AccountRef): string {
  return ref === "own" ? "/v1/me" : `/v1/accounts/${encodeURIComponent(ref)}`;
}

/** @param tenant in which the account is met, in place of where the reader works */
export function readAccount(ref: AccountRef, fields: string[] = [], tenant?: string): Promise<Answer<Account>> {
  return request("GET", accountPath(ref), { query: { fields: fields.join(",") }, tenant });
}

/** The account exactly as another party gets it; `withheld` names fields that the reader may not read themselves. */
export async function readAccountAs(ref: AccountRef, party: string): Promise<Account & { withheld: string[] }> {
  return (await request<Account & { withheld: string[] }>("GET", accountPath(ref), { query: { as: party } })).body;
}

/** @param tenant as where it was read */
export function changeAccount(
  ref: AccountRef,
  patch: Body,
  etag: string | null,
  tenant?: string,
): Promise<Answer<Account>> {
  return request("PATCH", accountPath(ref), { body: patch, etag, tenant });
}

export function createAccount(body: Body): Promise<Answer<Account>> {
  return request("POST", "/v1/accounts", { body });
}

export async function removeAccount(id: string): Promise<void> {
  await request("DELETE", accountPath(id));
}
