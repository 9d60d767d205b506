import { request } from "./request.ts";

export async function signIn(identifier: string, password: string): Promise<void> {
  await request("POST", "/v1/sessions", { body: { identifier, password } });
}

export async function signOut(): Promise<void> {
  await request("DELETE", "/v1/sessions/current");
}

export interface OpenSession {
  id: string;
  created: string;
  lastUsed: string;
  agent: string;
  /** Whether it is the one that asks. */
  current: boolean;
}

export async function listSessions(): Promise<OpenSession[]> {
  return (await request<{ items: OpenSession[] }>("GET", "/v1/me/sessions")).body.items;
}

export async function endOtherSession(id: string): Promise<void> {
  await request("DELETE", `/v1/me/sessions/${id}`);
}
