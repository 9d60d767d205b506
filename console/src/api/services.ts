import { accountPath, type AccountRef } from "./accounts.ts";
import { request } from "./request.ts";

export interface ServiceKey {
  id: string;
  /** How the key begins; the rest was told once. */
  prefix: string;
  scope: string[];
  networks: string[];
  madeBy: string;
  made: string;
  expires?: string;
  lastUsed?: string;
}

/** A program of the team's, with what its contract lets it see and do. */
export interface Service {
  name: string;
  reads: string[];
  attributes: string[];
  writes: string[];
  asks: string[];
  dependents: Record<string, string>;
  keys: ServiceKey[];
}

export interface KeyWish {
  scope?: string[];
  networks?: string[];
  days?: number;
}

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
export interface Dependent {
  service: string;
  sort: string;
  key: string;
  registered: string;
}

export async function listDependents(ref: AccountRef): Promise<Dependent[]> {
  return (await request<{ items: Dependent[] }>("GET", `${accountPath(ref)}/dependents`)).body.items;
}
