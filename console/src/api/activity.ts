import { accountPath, type AccountRef } from "./accounts.ts";
import { request } from "./request.ts";

/** Something that was done to a record. */
export interface Entry {
  number: number;
  at: string;
  action: string;
  account?: string;
  person?: string;
  service?: string;
  /** The session or the service's key, or `installation-key`; missing for guests and for Cuenta itself. */
  via?: string;
  address?: string;
  tenant?: string;
  details: Record<string, unknown>;
}

export interface ActivityPage {
  items: Entry[];
  /** What people call the accounts that are still there, by id. */
  names: Record<string, string>;
  next?: number;
}

export interface ActivityQuery {
  account?: string;
  person?: string;
  service?: string;
  action?: string;
  before?: number;
}

export async function listActivity(query: ActivityQuery): Promise<ActivityPage> {
  return (await request<ActivityPage>("GET", "/v1/activity", { query: { ...query } })).body;
}

export async function activityOf(ref: AccountRef, before?: number): Promise<ActivityPage> {
  return (await request<ActivityPage>("GET", `${accountPath(ref)}/activity`, { query: { before, limit: 20 } })).body;
}

/** Whether the chain over the entries fits. */
export interface Verification {
  entries: number;
  /** Those that are so new that they are not in the chain yet. */
  waiting: number;
  faults: { position: number; entry: number; what: string }[];
}

export async function verifyActivity(): Promise<Verification> {
  return (await request<Verification>("GET", "/v1/activity/verification")).body;
}
