import { request } from "./request.ts";
import type { Wire } from "./wire.ts";

const PATH = "/v1/me/second-factor";

export type SecondFactor = Wire["SecondFactorState"];

/** What an authenticator takes up; told once. */
export type Begun = Wire["SecondFactorSeed"];

export async function readSecondFactor(): Promise<SecondFactor> {
  return (await request<SecondFactor>("GET", PATH)).body;
}

export async function beginSecondFactor(password: string): Promise<Begun> {
  return (await request<Begun>("POST", PATH, { body: { password } })).body;
}

/** The first code; answers with recovery codes, which are told once. */
export async function confirmSecondFactor(code: string): Promise<string[]> {
  return (await request<{ recoveryCodes: string[] }>("PUT", PATH, { body: { code } })).body.recoveryCodes;
}

export async function newRecoveryCodes(code: string): Promise<string[]> {
  return (await request<{ recoveryCodes: string[] }>("POST", `${PATH}/recovery-codes`, { body: { code } })).body
    .recoveryCodes;
}

export async function removeSecondFactor(code: string): Promise<void> {
  await request("POST", `${PATH}/removal`, { body: { code } });
}
