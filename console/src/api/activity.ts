import { accountPath, type AccountRef } from "./accounts.ts";
import { request } from "./request.ts";
import type { Wire } from "./wire.ts";

/** Something that was done to a record. */
export type Entry = Wire["ActivityEntry"];

export type ActivityPage = Wire["ActivityPage"];

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
export type Verification = Wire["ActivityVerification"];

export async function verifyActivity(): Promise<Verification> {
  return (await request<Verification>("GET", "/v1/activity/verification")).body;
}
