import { accountPath, type AccountRef } from "./accounts.ts";
import { request } from "./request.ts";
import type { Wire } from "./wire.ts";

/** @param code of the second factor, for whoever has one */
export async function signIn(identifier: string, password: string, code?: string): Promise<void> {
  await request("POST", "/v1/sessions", { body: { identifier, password, code } });
}

export async function signOut(): Promise<void> {
  await request("DELETE", "/v1/sessions/current");
}

/** In which tenant the session's requests are from now on; where the model lets sessions say so. */
export async function chooseTenant(tenant: string | undefined): Promise<void> {
  await request("PUT", "/v1/sessions/current/tenant", { body: { tenant } });
}

export type OpenSession = Wire["OpenSession"];

export async function listSessions(ref: AccountRef): Promise<OpenSession[]> {
  return (await request<{ items: OpenSession[] }>("GET", `${accountPath(ref)}/sessions`)).body.items;
}

export async function endOtherSession(ref: AccountRef, id: string): Promise<void> {
  await request("DELETE", `${accountPath(ref)}/sessions/${id}`);
}
