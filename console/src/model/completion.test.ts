import { describe, expect, it } from "vitest";
import type { Schema } from "../api/model.ts";
import { completionsAt } from "./completion.ts";

const field: Schema = {
  type: "object",
  properties: {
    type: { description: "What it holds.", enum: ["string", "date"] },
    required: { type: "boolean" },
    label: { type: "string" },
  },
};
const schema: Schema = {
  type: "object",
  properties: {
    id: { enum: ["uuid7", "uuid4"] },
    fields: { type: "object", additionalProperties: { $ref: "#/$defs/field" } },
    profiles: {
      type: "object",
      additionalProperties: {
        type: "object",
        properties: { fields: { type: "object", additionalProperties: { $ref: "#/$defs/field" } } },
      },
    },
    kinds: {
      type: "object",
      additionalProperties: { anyOf: [{ type: "object", properties: { label: {} } }, { type: "null" }] },
    },
  },
  $defs: { field },
};

/** What is offered where the bar stands. */
function offered(text: string): string[] {
  const offset = text.indexOf("|");
  return completionsAt(text.replace("|", ""), offset, schema)?.options.map((option) => option.label) ?? [];
}

describe("completion", () => {
  it("offers sections at the margin, and their values", () => {
    expect(offered("|")).toEqual(["id", "fields", "profiles", "kinds"]);
    expect(offered("cuenta: 1\nid: |")).toEqual(["uuid7", "uuid4"]);
  });

  it("offers the keys of a field, in block and in line", () => {
    expect(offered("fields:\n  email:\n    |")).toEqual(["type", "required", "label"]);
    expect(offered("fields:\n  email: { |")).toEqual(["type", "required", "label"]);
    expect(offered("fields:\n  email: { type: string, |")).toEqual(["type", "required", "label"]);
  });

  it("offers types and truth values, also in a profile", () => {
    expect(offered("profiles:\n  person:\n    fields:\n      bornOn: { type: |")).toEqual(["string", "date"]);
    expect(offered("fields:\n  email:\n    required: |")).toEqual(["true", "false"]);
  });

  it("replaces what was begun, and says what a key means", () => {
    const text = "fields:\n  email:\n    ty";
    const found = completionsAt(text, text.length, schema);
    expect(found?.from).toBe(text.length - 2);
    expect(found?.options[0]).toEqual({ label: "type", detail: "What it holds.", apply: "type: " });
  });

  it("looks through alternatives, and is silent in comments and at free texts", () => {
    expect(offered("kinds:\n  staff: { |")).toEqual(["label"]);
    expect(offered("fields: # here |")).toEqual([]);
    expect(offered("fields:\n  email:\n    label: |")).toEqual([]);
  });
});
