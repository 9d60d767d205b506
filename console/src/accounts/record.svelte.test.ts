import { describe, expect, it } from "vitest";
import { answering, field, form, noor } from "../test/marea.ts";
import { RecordState } from "./record.svelte.ts";

describe("a record", () => {
  it("asks for a secret only when its reader does", async () => {
    const code = field("code", { sensitivity: "secret" });
    const calls = answering({ body: noor, etag: '"1"' }, { body: { ...noor, code: "4711" }, etag: '"1"' });
    const record = new RecordState("1", { ...form, fields: [...form.fields, code] });
    await record.load();
    expect(calls[0]!.url).not.toContain("code");
    expect(record.isSealed(code)).toBe(true);

    await record.open(code);
    expect(calls[1]!.url).toContain("fields=code");
    expect(record.isSealed(code)).toBe(false);
    expect(record.opened).toEqual({ code: "4711" });
  });

  it("sends what changed with the version that was seen", async () => {
    const asked = answering({ body: noor, etag: '"3"' });
    const record = new RecordState("1", form);
    await record.load();
    record.edit();
    record.draft["person.familyName"] = "Hadid";
    await record.save();

    const patch = asked.find(({ init }) => init.method === "PATCH")!;
    expect(JSON.parse(String(patch.init.body))).toEqual({ person: { familyName: "Hadid" } });
    expect(patch.init.headers).toMatchObject({ "If-Match": '"3"', "Cuenta-Console": "1" });
    expect(record.editing).toBe(false);
  });

  it("keeps what was typed when it is refused", async () => {
    answering({ body: noor });
    const record = new RecordState("1", form);
    await record.load();
    record.edit();
    record.draft.email = "nope";
    const errors = [{ pointer: "/email", code: "email", detail: "Is not an email address." }];
    answering({ status: 422, body: { type: "urn:cuenta:problem:invalid", status: 422, detail: "", errors } });
    await record.save();

    expect(record.editing).toBe(true);
    expect(record.draft.email).toBe("nope");
    expect(record.errors).toEqual({ email: "Is not an email address." });
  });

  it("says when somebody else was faster", async () => {
    answering({ body: noor });
    const record = new RecordState("1", form);
    await record.load();
    record.edit();
    answering({ status: 412, body: { type: "urn:cuenta:problem:stale", status: 412, detail: "" } });
    await record.save();

    expect(record.errors[""]).toContain("Somebody else changed this account");
  });
});
