import { request } from "./request.ts";
import type { Wire } from "./wire.ts";

/** A field as far as it concerns the reader. */
export type Field = Wire["FormField"];

export type Kind = Wire["FormKind"];

/** What the reader's lists and forms are made from. */
export type Form = Wire["Form"];

export type Finding = Wire["ModelFinding"];

export type Change = Wire["ModelChange"];

/** Without `changes` when the file has errors. */
export type Diff = Wire["ModelDiff"];

export type Control = Wire["Control"];

export type Revision = Wire["Revision"];

export type Matrix = Wire["AccessMatrix"];

/** A table of the live model as it lies in the database. */
export type Table = Wire["ModelTable"];

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

export type PublishRequest = Wire["PublishRequest"];

/** @param tenant in which the reader would work, in place of where they do */
export async function readForm(tenant?: string): Promise<Form> {
  return (await request<Form>("GET", "/v1/model/form", { tenant })).body;
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
