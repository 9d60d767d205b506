import { describe, expect, it } from "vitest";
import { answering } from "../test/marea.ts";
import { inWords, RetentionState, spanInWords } from "./retention.svelte.ts";

describe("retention in words", () => {
  it("leaves out what is none and calls profiles profiles", () => {
    expect(inWords({ rolesGiven: 2, credentials: 0, mooring: 1200, accounts: 2 })).toBe(
      "2 roles given, 1,200 mooring profiles, 2 accounts",
    );
    expect(inWords({})).toBe("nothing");
    expect(inWords({ mooring: 159_000 }, ["mooring"])).toBe("about 159,000 mooring profiles");
  });

  it("says simple durations as people do", () => {
    expect(spanInWords("P14D")).toBe("14 days");
    expect(spanInWords("P1Y")).toBe("1 year");
    expect(spanInWords("P1DT2H")).toBe("P1DT2H");
  });
});

describe("a run", () => {
  it("is followed until it is done", async () => {
    const run = { id: "r", rule: "abandonedSignUps", matched: 2, startedBy: "", startedAt: "" };
    answering(
      { body: { ...run, state: "running", taken: {} } },
      { body: { ...run, state: "done", taken: { accounts: 2 } } },
      { body: { items: [{ ...run, state: "done", taken: { accounts: 2 } }] } },
      { body: { items: [] } },
    );
    const retention = new RetentionState();
    await retention.run("abandonedSignUps");

    expect(retention.running?.state).toBe("done");
    expect(retention.runs).toHaveLength(1);
    expect(retention.busy).toBe(false);
  });
});

describe("an archived account", () => {
  it("is brought back, and is in the archive no more", async () => {
    answering({ body: { id: "a", left: ["mooring.berth"], lost: [] } }, { body: { items: [] } });
    const retention = new RetentionState();
    await retention.restore("a");

    expect(retention.restored?.left).toEqual(["mooring.berth"]);
    expect(retention.archive).toEqual([]);
  });
});
