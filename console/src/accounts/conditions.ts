import type { Field } from "../api/model.ts";

/** How a comparison is read aloud; `pr` needs no value. */
export const OPERATORS: Record<string, string> = {
  eq: "is",
  ne: "is not",
  co: "contains",
  sw: "starts with",
  gt: "is above",
  ge: "is at least",
  lt: "is below",
  le: "is at most",
  pr: "has a value",
};

/** The parts of a filter that stand side by side at its top, and by what they are joined there. */
function partsOf(filter: string): { parts: string[]; joined: "and" | "or" | undefined } {
  const parts: string[] = [];
  let joined: "and" | "or" | undefined;
  let depth = 0;
  let start = 0;
  // A text in quotes, a parenthesis, or a word: whatever else there is says nothing about the structure.
  for (const { 0: piece, index } of filter.matchAll(/"(?:[^"\\]|\\.)*"?|[()]|[\w.]+/g)) {
    if (piece === "(") depth++;
    else if (piece === ")") depth--;
    else if (depth === 0 && /^(and|or)$/i.test(piece)) {
      // Where both stand side by side, `and` binds closer: the whole is one of several that are joined by `or`.
      if (piece.toLowerCase() === "or") return { parts: [filter.trim()], joined: "or" };
      joined = "and";
      parts.push(filter.slice(start, index).trim());
      start = index + piece.length;
    }
  }
  return { parts: [...parts, filter.slice(start).trim()].filter(Boolean), joined };
}

/** The conditions that a filter joins by `and`, each as it is written; the whole of one that is anything else. */
export function conditionsOf(filter: string): string[] {
  return partsOf(filter).parts;
}

/** The filter that joins conditions by `and`. */
export function filterOf(conditions: string[]): string {
  if (conditions.length < 2) return conditions[0] ?? "";
  return conditions.map((each) => (partsOf(each).joined === "or" ? `(${each})` : each)).join(" and ");
}

/** @param value as it was typed */
export function conditionOf(field: Field, operator: string, value: string): string {
  return operator === "pr" ? `${field.path} pr` : `${field.path} ${operator} ${literal(field, value.trim())}`;
}

/** What is no number goes as a text, so that the service says what is wrong with it. */
function literal(field: Field, value: string): string {
  const number = field.each === "number" && value !== "" && !Number.isNaN(Number(value));
  const flag = field.each === "checkbox" && ["true", "false"].includes(value);
  return number || flag ? value : JSON.stringify(value);
}
