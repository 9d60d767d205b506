import { request } from "./request.ts";

/** How many other sessions were ended with it. */
export async function changePassword(current: string, password: string): Promise<number> {
  const { body } = await request<{ sessionsEnded: number }>("PUT", "/v1/me/password", { body: { current, password } });
  return body.sessionsEnded;
}
