import type { Value } from "./accounts.ts";
import { request } from "./request.ts";

/** A field as far as it concerns the reader. */
export interface Field {
  path: string;
  name: string;
  profile?: string;
  label: string;
  description: string;
  /** Fields of the same group stand together. */
  group: string;
  type: string;
  /** Whether the value is a list. */
  many: boolean;
  control: string;
  required: boolean;
  default?: Value;
  minLength?: number;
  maxLength?: number;
  min?: number;
  max?: number;
  pattern?: string;
  scale: number;
  options: string[];
  sensitivity: "open" | "personal" | "secret";
  comparisons: string[];
  /** Whether its owner confirms it by a link. */
  search: boolean;
  confirm: boolean;
  shown: boolean;
  reads: boolean;
  readsOwn: boolean;
  creates: boolean;
  changes: boolean;
  changesOwn: boolean;
}

export interface Kind {
  name: string;
  label: string;
  profiles: string[];
  default: boolean;
}

/** What the reader's lists and forms are made from. */
export interface Form {
  revision: number;
  name: string;
  may: string[];
  /** Whether the reader administers everything. */
  administers: boolean;
  signIn: string[];
  tenants: boolean;
  /** The id of the tenant in which the reader works; none for those who see all. */
  tenant?: string;
  roles: string[];
  kinds: Kind[];
  profiles: { name: string; label: string }[];
  fields: Field[];
}

export interface Finding {
  code: string;
  severity: "error" | "warning" | "note";
  line: number;
  column: number;
  path: string;
  message: string;
  why: string;
  advice: string;
}

export interface Change {
  name: string;
  path: string;
  effect: "instant" | "backfill" | "narrowing" | "grant" | "contract" | "decision" | "loss" | "unsupported";
  what: string;
  consequence: string;
  records: number;
  /** Stored values that break the new rule, masked unless the field is open. */
  examples: string[];
  /** The first of those whose records are in the way, as far as one may read them. */
  accounts?: { id: string; displayName: string }[];
  /** Finds them. */
  filter?: string;
  toAllow: boolean;
}

/** Without `changes` when the file has errors. */
export interface Diff {
  errors: number;
  warnings: number;
  findings: Finding[];
  liveRevision?: number;
  fingerprint?: string;
  /** How many records a second the database rewrites, as measured just now; only when some are to be rewritten. */
  recordsPerSecond?: number;
  changes?: Change[];
}

export type Control = "run" | "pause" | "cancel";

export interface Revision {
  revision: number;
  state: "publishing" | "live" | "past" | "cancelled";
  step: string;
  control: Control;
  /** How long the step has been going on. */
  stepMillis?: number;
  rowsDone: number;
  rowsTotal: number;
  failure?: string;
  author: string;
  message: string;
  startedAt: string;
  publishedAt?: string;
  changes: Change[];
  /** The model file; only where one revision is read. */
  source?: string;
}

export interface Matrix {
  revision: number;
  parties: string[];
  fields: {
    path: string;
    label: string;
    sensitivity: "open" | "personal" | "secret";
    returned: string;
    cells: Record<string, { reads: boolean; writes: boolean; rights: string[]; why: string }>;
  }[];
}

/** A table of the live model as it lies in the database. */
export interface Table {
  name: string;
  /** None for the account's own. */
  profile?: string | null;
  /** As the database estimates them; missing before it did so for the first time. */
  rows?: number | null;
  bytes: number;
  columns: { field: string; name: string; type: string; required: boolean }[];
}

/** JSON Schema (2020-12), as far as completion looks at it. */
export interface Schema {
  $ref?: string;
  $defs?: Record<string, Schema>;
  description?: string;
  type?: string;
  enum?: (string | number)[];
  const?: unknown;
  properties?: Record<string, Schema>;
  additionalProperties?: Schema | boolean;
  anyOf?: Schema[];
  items?: Schema;
}

export interface PublishRequest {
  source: string;
  fingerprint?: string;
  allow: string[];
  message: string;
}

export async function readForm(): Promise<Form> {
  return (await request<Form>("GET", "/v1/model/form")).body;
}

export async function readSource(): Promise<{ revision: number; source: string }> {
  return (await request<{ revision: number; source: string }>("GET", "/v1/model")).body;
}

export async function diffSource(source: string): Promise<Diff> {
  return (await request<Diff>("POST", "/v1/model/diffs", { body: { source } })).body;
}

export async function publishSource(publish: PublishRequest): Promise<Revision> {
  return (await request<Revision>("POST", "/v1/model/revisions", { body: publish })).body;
}

export async function readRevision(number: number): Promise<Revision> {
  return (await request<Revision>("GET", `/v1/model/revisions/${number}`)).body;
}

export async function controlPublish(number: number, control: Control): Promise<Revision> {
  return (await request<Revision>("PUT", `/v1/model/revisions/${number}/control`, { body: { control } })).body;
}

export async function readHistory(): Promise<Revision[]> {
  return (await request<{ items: Revision[] }>("GET", "/v1/model/revisions")).body.items;
}

export async function readTables(): Promise<Table[]> {
  return (await request<{ items: Table[] }>("GET", "/v1/model/tables")).body.items;
}

export async function readSchema(): Promise<Schema> {
  return (await request<Schema>("GET", "/v1/model/schema")).body;
}

export async function readMatrix(): Promise<Matrix> {
  return (await request<Matrix>("GET", "/v1/model/matrix")).body;
}
