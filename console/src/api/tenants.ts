import { accountPath, type Body, type Value } from "./accounts.ts";
import { request } from "./request.ts";
import type { Wire } from "./wire.ts";

/** What it has is the live model's; `Wire` knows what the demo's is. */
export type Tenant = Omit<Wire["Tenant"], "fields"> & { fields: Record<string, Value> };

export type TenantChange = Omit<Wire["TenantChange"], "fields"> & { fields?: Body };

export type TenantPage = Omit<Wire["TenantPage"], "items"> & { items: Tenant[] };

export type Invitation = Wire["Invitation"];

export type Moved = Wire["MemberMoved"];

export type Removal = Wire["TenantRemoval"];

/** Which tenants are wanted; those that are archived, or those that are not. */
export interface TenantQuery {
  name?: string;
  filter?: string;
  archived?: boolean;
  after?: string;
}

export async function listTenants({ name, filter, archived, after }: TenantQuery): Promise<TenantPage> {
  const query = { name, filter, after, archived: archived ? "true" : undefined };
  return (await request<TenantPage>("GET", "/v1/tenants", { query })).body;
}

export async function addTenant(name: string): Promise<string> {
  return (await request<Wire["TenantAdded"]>("POST", "/v1/tenants", { body: { name } })).body.id;
}

export async function readTenant(tenant: string): Promise<Tenant> {
  return (await request<Tenant>("GET", `/v1/tenants/${tenant}`)).body;
}

export async function changeTenant(tenant: string, change: TenantChange): Promise<Tenant> {
  return (await request<Tenant>("PATCH", `/v1/tenants/${tenant}`, { body: change })).body;
}

export async function removalOf(tenant: string): Promise<Removal> {
  return (await request<Removal>("GET", `/v1/tenants/${tenant}/removal`)).body;
}

/** Some thousands of memberships at a time, until it is gone. */
export async function removeTenant(tenant: string, told: (ended: number) => void): Promise<void> {
  for (let ended = 0, done = false; !done; told(ended)) {
    const { body } = await request<Wire["TenantRemoved"]>("DELETE", `/v1/tenants/${tenant}`);
    ended += body.memberships;
    done = body.done;
  }
}

/** A tenant by its id or its subdomain. */
function memberPath(tenant: string, account: string): string {
  return `/v1/tenants/${encodeURIComponent(tenant)}/members/${encodeURIComponent(account)}`;
}

export async function joinTenant(tenant: string, account: string): Promise<void> {
  await request("PUT", memberPath(tenant, account));
}

export async function endMembership(tenant: string, account: string): Promise<void> {
  await request("DELETE", memberPath(tenant, account));
}

/** What it would do to the account's roles, and to what it has in the tenant that it leaves. */
export async function moveOf(account: string, move: Wire["MemberMove"]): Promise<Moved> {
  return (await request<Moved>("GET", `${accountPath(account)}/move`, { query: { ...move } })).body;
}

export async function moveMember(account: string, move: Wire["MemberMove"]): Promise<void> {
  await request("POST", `${accountPath(account)}/move`, { body: move });
}

export async function listInvitations(tenant: string): Promise<Invitation[]> {
  return (await request<{ items: Invitation[] }>("GET", `/v1/tenants/${tenant}/invitations`)).body.items;
}

/** With what the person brings, told once, unless it is mailed. */
export async function invite(tenant: string, wish: Wire["InvitationRequest"]): Promise<Invitation> {
  return (await request<Invitation>("POST", `/v1/tenants/${tenant}/invitations`, { body: wish, tenant })).body;
}

export async function sendInvitation(tenant: string, invitation: string): Promise<void> {
  await request("POST", `/v1/tenants/${tenant}/invitations/${invitation}/mail`, { body: {} });
}

export async function withdrawInvitation(tenant: string, invitation: string): Promise<void> {
  await request("DELETE", `/v1/tenants/${tenant}/invitations/${invitation}`);
}

/** The tenant that somebody belongs to now, by its id. */
export async function acceptInvitation(invitation: string): Promise<string> {
  return (await request<Wire["InvitationAccepted"]>("POST", "/v1/me/memberships", { body: { invitation } })).body
    .tenant;
}
