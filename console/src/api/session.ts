import { request } from "./request.ts";

export async function signIn(identifier: string, password: string): Promise<void> {
  await request("POST", "/v1/sessions", { body: { identifier, password } });
}

export async function signOut(): Promise<void> {
  await request("DELETE", "/v1/sessions/current");
}
