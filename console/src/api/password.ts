import { request } from "./request.ts";
import type { Wire } from "./wire.ts";

/** How many other sessions were ended with it. */
export async function changePassword(current: string, password: string): Promise<number> {
  const { body } = await request<{ sessionsEnded: number }>("PUT", "/v1/me/password", { body: { current, password } });
  return body.sessionsEnded;
}

export type Assessment = Wire["PasswordAssessed"];

/** What a password would be worth; nothing of it is kept. */
export async function assessPassword(password: string, identifiers: string[]): Promise<Assessment> {
  return (await request<Assessment>("POST", "/v1/password-assessments", { body: { password, identifiers } })).body;
}
