import { accountPath, type AccountRef } from "./accounts.ts";
import { request } from "./request.ts";
import type { Wire } from "./wire.ts";

export type Role = Wire["Role"];

/** A role that was given to somebody. */
export type Grant = Wire["RoleGrant"];

/** Grants, with what the accounts are called that they speak of. */
export type Grants = Wire["RoleGrants"];

export type Explanation = Wire["PermissionExplanation"];

export async function listRoles(): Promise<Role[]> {
  return (await request<{ items: Role[] }>("GET", "/v1/roles")).body.items;
}

export async function holdersOf(role: string, after?: string): Promise<Grants> {
  return (await request<Grants>("GET", `/v1/roles/${role}/holders`, { query: { after } })).body;
}

export async function rolesOf(ref: AccountRef): Promise<Grants> {
  return (await request<Grants>("GET", `${accountPath(ref)}/roles`)).body;
}

/** @param tenant in which it counts; the caller's current one where it is left out */
export async function giveRole(
  account: string,
  role: string,
  terms: Wire["RoleTerms"],
  tenant?: string,
): Promise<Grant> {
  return (await request<Grant>("PUT", `/v1/accounts/${account}/roles/${role}`, { body: terms, tenant })).body;
}

/** A role that somebody else gave, and that waits. */
export async function approveRole(account: string, role: string, tenant?: string): Promise<Grant> {
  return (await request<Grant>("POST", `/v1/accounts/${account}/roles/${role}/approval`, { tenant })).body;
}

export async function waitingRoles(): Promise<Grants> {
  return (await request<Grants>("GET", "/v1/approvals")).body;
}

export async function takeRole(account: string, role: string, tenant?: string): Promise<void> {
  await request("DELETE", `/v1/accounts/${account}/roles/${role}`, { tenant });
}

export async function explain(ref: AccountRef, permission: string, tenant?: string): Promise<Explanation> {
  return (await request<Explanation>("GET", `${accountPath(ref)}/explanation`, { query: { permission }, tenant })).body;
}
