import type { Schema } from "../api/model.ts";

export interface Completion {
  label: string;
  detail?: string;
  apply: string;
}

/** What can be written at a place of a model file, and from where on it would replace what stands there. */
export interface Completions {
  from: number;
  options: Completion[];
}

/** Looks at the lines above for the keys around the place, and in the schema for what may stand there. */
export function completionsAt(text: string, offset: number, schema: Schema): Completions | null {
  const lineStart = text.lastIndexOf("\n", offset - 1) + 1;
  const before = text.slice(lineStart, offset);
  const word = /[\w.*]*$/.exec(before)![0];
  const from = offset - word.length;
  const keysAround = pathOf(text.slice(0, lineStart), indentOf(before));
  const inLine = flowOf(before.slice(0, before.length - word.length));
  if (inLine === null) return null;
  const place = resolve(schema, [...keysAround, ...inLine.path]);
  const options = inLine.value ? valuesOf(place) : keysOf(place);
  return options.length ? { from, options } : null;
}

function indentOf(line: string): number {
  return line.length - line.trimStart().length;
}

/** The keys of the lines above that hold what is indented so far. */
function pathOf(above: string, indent: number): string[] {
  const path: string[] = [];
  let open = indent;
  for (const line of above.split("\n").reverse()) {
    const key = /^(\s*)([\w.*-]+):/.exec(line);
    if (key && key[1]!.length < open) {
      path.unshift(key[2]!);
      open = key[1]!.length;
    }
  }
  return path;
}

/** The keys that are open within the line: `berth: { type: ` is at the value of `type` of `berth`. Null in a comment. */
function flowOf(line: string): { path: string[]; value: boolean } | null {
  if (/(^|\s)#/.test(line)) return null;
  const path: string[] = [];
  let depth = 0;
  let value = false;
  for (const token of line.matchAll(/([\w.*-]+)\s*:(?=\s|$)|([{[])|([}\]])|(,)/g)) {
    if (token[1]) {
      path.length = depth;
      path.push(token[1]);
      value = true;
    } else if (token[2]) {
      depth = path.length;
      value = token[2] === "[";
    } else if (token[3]) {
      depth = Math.max(0, depth - 1);
      path.length = depth;
      value = false;
    } else if (!line.slice(0, token.index).includes("[")) {
      path.length = depth;
      value = false;
    }
  }
  return { path, value };
}

function resolve(schema: Schema, path: string[]): Schema | undefined {
  let place: Schema | undefined = schema;
  for (const key of path) {
    const choices: Schema[] = follow(place, schema);
    place = choices.map((choice) => choice.properties?.[key] ?? named(choice)).find((inner) => inner !== undefined);
    if (!place) return undefined;
  }
  const choices: Schema[] = follow(place, schema);
  return choices.find((choice) => choice.properties ?? choice.enum ?? choice.type ?? choice.items) ?? choices[0];
}

function named(schema: Schema): Schema | undefined {
  return typeof schema.additionalProperties === "object" ? schema.additionalProperties : undefined;
}

function follow(place: Schema | undefined, root: Schema): Schema[] {
  if (!place) return [];
  if (place.$ref) return follow(root.$defs?.[place.$ref.replace("#/$defs/", "")], root);
  return place.anyOf ? place.anyOf.flatMap((choice) => follow(choice, root)) : [place];
}

function keysOf(place: Schema | undefined): Completion[] {
  return Object.entries(place?.properties ?? {}).map(([label, schema]) => ({
    label,
    detail: schema.description,
    apply: `${label}: `,
  }));
}

function valuesOf(place: Schema | undefined): Completion[] {
  if (place?.type === "boolean") return ["true", "false"].map((label) => ({ label, apply: label }));
  return (place?.enum ?? place?.items?.enum ?? []).map((value) => ({ label: String(value), apply: String(value) }));
}
