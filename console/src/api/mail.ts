import { request } from "./request.ts";

/** Confirms an address with the token that was sent there; says which field it is in. */
export async function confirmAddress(token: string): Promise<string> {
  return (await request<{ field: string }>("POST", "/v1/confirmations", { body: { token } })).body.field;
}

export async function askForConfirmation(field: string): Promise<void> {
  await request("POST", "/v1/me/confirmations", { body: { field } });
}

/** With the code that was sent to a telephone. */
export async function confirmByCode(field: string, code: string): Promise<void> {
  await request("PUT", "/v1/me/confirmations", { body: { field, code } });
}

export async function askForReset(identifier: string): Promise<void> {
  await request("POST", "/v1/password-resets", { body: { identifier } });
}

export async function choosePassword(token: string, password: string): Promise<void> {
  await request("PUT", "/v1/password-resets", { body: { token, password } });
}
