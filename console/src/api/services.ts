import { accountPath, type AccountRef } from "./accounts.ts";
import { request } from "./request.ts";
import type { Wire } from "./wire.ts";

export type ServiceKey = Wire["ServiceKey"];

/** A program of the team's, with what its contract lets it see and do. */
export type Service = Wire["ServiceSummary"];

export type KeyWish = Wire["ServiceKeyRequest"];

export async function listServices(): Promise<Service[]> {
  return (await request<{ items: Service[] }>("GET", "/v1/services")).body.items;
}

/** With the token, which is told once. */
export async function addKey(service: string, wish: KeyWish): Promise<ServiceKey & { token: string }> {
  return (await request<ServiceKey & { token: string }>("POST", `/v1/services/${service}/keys`, { body: wish })).body;
}

export async function removeKey(service: string, key: string): Promise<void> {
  await request("DELETE", `/v1/services/${service}/keys/${key}`);
}

/** A record of a service that hangs on an account. */
export type Dependent = Wire["Dependent"];

export async function listDependents(ref: AccountRef): Promise<Dependent[]> {
  return (await request<{ items: Dependent[] }>("GET", `${accountPath(ref)}/dependents`)).body.items;
}
