import { request } from "./request.ts";

export interface Rule {
  name: string;
  where: string;
  after: string;
  since: string;
  do: Action;
  atMost: { share: string; count: number };
  at?: string;
  timeZone?: string;
  next?: string;
}

export type Action = "delete" | "anonymise" | "archive";

export interface Archived {
  id: string;
  kind: string;
  displayName: string;
  rule: string;
  archivedAt: string;
}

export interface Restored {
  id: string;
  left: string[];
  lost: string[];
}

export interface Preview {
  rule: string;
  do: Action;
  atMost: number;
  cutoff: string;
  accounts: number;
  held: number;
  first: { id: string; displayName: string; since: string }[];
  dependents: Record<string, number>;
  /** Sorts that nobody counted one by one. */
  estimated: string[];
}

export interface Run {
  id: string;
  rule: string;
  state: "running" | "waiting" | "done" | "withdrawn";
  startedBy: string;
  startedAt: string;
  finishedAt?: string;
  matched: number;
  atMost?: number;
  taken: Record<string, number>;
}

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
