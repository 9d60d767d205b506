import { request } from "./request.ts";
import type { Wire } from "./wire.ts";

export type Rule = Wire["RetentionRule"];

export type Action = Wire["RetentionAction"];

export type Archived = Wire["ArchivedAccount"];

export type Restored = Wire["RestoredAccount"];

export type Preview = Wire["RetentionPreview"];

export type Run = Wire["RetentionRun"];

export async function listRules(): Promise<Rule[]> {
  return (await request<{ items: Rule[] }>("GET", "/v1/retention/rules")).body.items;
}

export async function previewRule(rule: string): Promise<Preview> {
  return (await request<Preview>("POST", "/v1/retention/previews", { body: { rule } })).body;
}

/** @param beyond whether it may take more than the rule's limit */
export async function runRule(rule: string, beyond: boolean): Promise<Run> {
  return (await request<Run>("POST", "/v1/retention/runs", { body: { rule, allow: beyond ? ["atMost"] : [] } })).body;
}

/** Takes back a run that waits until it is allowed. */
export async function withdrawRun(id: string): Promise<void> {
  await request("DELETE", `/v1/retention/runs/${id}`);
}

export async function readRun(id: string): Promise<Run> {
  return (await request<Run>("GET", `/v1/retention/runs/${id}`)).body;
}

export async function listRuns(): Promise<Run[]> {
  return (await request<{ items: Run[] }>("GET", "/v1/retention/runs")).body.items;
}

export async function listArchive(): Promise<Archived[]> {
  return (await request<{ items: Archived[] }>("GET", "/v1/retention/archive")).body.items;
}

export async function restoreAccount(id: string): Promise<Restored> {
  return (await request<Restored>("POST", `/v1/retention/archive/${id}/restoration`, { body: {} })).body;
}
