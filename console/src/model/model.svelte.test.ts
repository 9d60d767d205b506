// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from "vitest";
import type { Change } from "../api/model.ts";
import { answering } from "../test/marea.ts";
import { ModelState } from "./model.svelte.ts";

const change: Change = {
  name: "field-removed:phone",
  path: "phone",
  effect: "loss",
  examples: [],
  what: "`phone` goes.",
  consequence: "Its values are kept aside.",
  records: 7,
  toAllow: true,
};

function showing(...changes: Change[]) {
  const model = new ModelState();
  model.diff = { errors: 0, warnings: 0, findings: [], fingerprint: "f", liveRevision: 1, changes };
  return model;
}

describe("publishing", () => {
  beforeEach(() => sessionStorage.clear());

  it("waits until a loss is allowed by its name", () => {
    const model = showing(change);
    expect(model.blocked).toBe(true);
    model.allowed[change.name] = true;
    expect(model.blocked).toBe(false);
  });

  it("cannot be talked out of a decision that is owed", () => {
    const model = showing({ ...change, effect: "decision", toAllow: false });
    model.allowed[change.name] = true;
    expect(model.blocked).toBe(true);
  });

  it("has nothing to do where nothing changes or the file has errors", () => {
    expect(showing().blocked).toBe(true);
    expect(new ModelState().blocked).toBe(true);
  });

  it("takes up what was typed before a reload", async () => {
    sessionStorage.setItem("model.draft", "cuenta: 1");
    answering({ body: { revision: 3, source: "name: marea" } }, { body: { errors: 1, warnings: 0, findings: [] } });
    const model = new ModelState();
    await model.load();

    expect(model.text).toBe("cuenta: 1");
    expect(model.changed).toBe(true);
  });
});
