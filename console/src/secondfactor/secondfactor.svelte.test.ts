import { expect, test } from "vitest";
import { answering } from "../test/marea.ts";
import { SecondFactorState } from "./secondfactor.svelte.ts";

const refused = { type: "urn:cuenta:problem:second-factor", detail: "The code is wrong." };

test("goes from the password to a first code, and tells the recovery codes once", async () => {
  const asked = answering(
    { body: { seed: "GEZDGNBV", uri: "otpauth://totp/marea", qr: "<svg/>" } },
    { body: { recoveryCodes: ["abcde-fghjk"] } },
    { body: { active: true, since: "2026-11-23T07:00:00Z", recoveryCodesLeft: 10 } },
  );
  const factor = new SecondFactorState();
  factor.go("password");
  factor.typed = "six green oars";
  await factor.submit();

  expect(factor.step).toBe("code");
  expect(factor.begun?.seed).toBe("GEZDGNBV");
  expect(factor.typed).toBe("");
  factor.typed = "123456";
  await factor.submit();

  expect(factor.step).toBe("idle");
  expect(factor.begun).toBeNull();
  expect(factor.recoveryCodes).toEqual(["abcde-fghjk"]);
  expect(factor.state?.active).toBe(true);
  expect(asked.map((each) => each.init.method)).toEqual(["POST", "PUT", "GET"]);
  factor.go("removing");
  expect(factor.recoveryCodes).toEqual([]);
});

test("a wrong code keeps the step and says so", async () => {
  answering({ status: 401, body: refused });
  const factor = new SecondFactorState();
  factor.go("removing");
  factor.typed = "000000";
  await factor.submit();

  expect(factor.step).toBe("removing");
  expect(factor.failure).toBe("The code is wrong.");
});
