import { describe, expect, it } from "vitest";
import { answering, field, form, noor } from "../test/marea.ts";
import { CellsState } from "./cells.svelte.ts";
import type { Account } from "../api/accounts.ts";

const credit = form.fields.find((it) => it.path === "mooring.credit")!;
const changed = { ...noor, mooring: { credit: 20 }, meta: { ...noor.meta, version: 4 } };

function cells(): { cells: CellsState; seen: Account[] } {
  const seen: Account[] = [];
  return { cells: new CellsState(form, (account) => seen.push(account)), seen };
}

describe("a value in the list", () => {
  it("is changed for the version that is seen, and taken back for the one after it", async () => {
    const asked = answering({ body: changed }, { body: { ...noor, meta: { ...noor.meta, version: 5 } } });
    const { cells: state, seen } = cells();
    state.edit(noor, credit);
    state.draft[credit.path] = "20";
    await state.save();

    expect(JSON.parse(String(asked[0]!.init.body))).toEqual({ mooring: { credit: 20 } });
    expect(asked[0]!.init.headers).toMatchObject({ "If-Match": '"3"' });
    expect(state.open).toBeNull();
    expect(seen).toEqual([changed]);

    await state.undo();
    expect(JSON.parse(String(asked[1]!.init.body))).toEqual({ mooring: { credit: 12.5 } });
    expect(asked[1]!.init.headers).toMatchObject({ "If-Match": '"4"' });
    expect(state.done).toBeNull();
    expect(state.undone).not.toBeNull();
  });

  it("stays open with the reason where it is refused, and asks nothing where it is the same", async () => {
    const errors = [{ pointer: "/mooring/credit", code: "range", detail: "Must be 0 or more." }];
    const asked = answering({ status: 422, body: { type: "urn:cuenta:problem:invalid", errors } });
    const { cells: state, seen } = cells();
    state.edit(noor, credit);
    await state.save();
    expect(asked).toHaveLength(0);

    state.edit(noor, credit);
    state.draft[credit.path] = "-1";
    await state.save();
    expect(state.is(noor, credit)).toBe(true);
    expect(state.error).toBe("Must be 0 or more.");
    expect(seen).toHaveLength(0);
    state.cancel();
    expect(state.error).toBe("");
  });

  it("is one that the reader may write, that the account has, and that is no address", () => {
    const { cells: state } = cells();
    expect(state.may(noor, credit)).toBe(true);
    expect(state.may({ ...noor, kind: "contractor" }, credit)).toBe(false);
    expect(state.may(noor, { ...credit, changes: false })).toBe(false);
    expect(
      state.may(
        noor,
        form.fields.find((it) => it.path === "email")!,
      ),
    ).toBe(false);
    expect(state.may(noor, field("code", { sensitivity: "secret" }))).toBe(false);
  });
});
