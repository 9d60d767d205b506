import { describe, expect, it } from "vitest";
import { askForReset, choosePassword, confirmAddress } from "../api/mail.ts";
import { answering } from "../test/marea.ts";

describe("what a link in a mail leads to", () => {
  it("sends its token in the body, where no log looks", async () => {
    const calls = answering({ body: { field: "email" } });
    expect(await confirmAddress("cuenta_proof_x")).toBe("email");
    expect(calls[0]!.url).toBe("/v1/confirmations");
    expect(calls[0]!.init.body).toContain("cuenta_proof_x");
  });

  it("asks for a reset and chooses a password", async () => {
    const calls = answering({ status: 202, body: {} });
    await askForReset("noor@marea.example");
    await choosePassword("cuenta_proof_x", "nine brown rudders");
    expect(calls.map((call) => call.init.method)).toEqual(["POST", "PUT"]);
  });
});
