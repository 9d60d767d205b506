import { request, type Violation } from "./request.ts";

/** How many other sessions were ended with it. */
export async function changePassword(current: string, password: string): Promise<number> {
  const { body } = await request<{ sessionsEnded: number }>("PUT", "/v1/me/password", { body: { current, password } });
  return body.sessionsEnded;
}

export interface Assessment {
  strength: "weak" | "fair" | "strong";
  violations: Violation[];
}

/** What a password would be worth; nothing of it is kept. */
export async function assessPassword(password: string, identifiers: string[]): Promise<Assessment> {
  return (await request<Assessment>("POST", "/v1/password-assessments", { body: { password, identifiers } })).body;
}
