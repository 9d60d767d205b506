import { accountPath, type AccountRef } from "./accounts.ts";
import { request } from "./request.ts";
import type { Wire } from "./wire.ts";

export type Picture = Wire["Picture"];

type Pictures = { items: Picture[] };

function fieldPath(ref: AccountRef, field: string): string {
  return `${accountPath(ref)}/pictures/${field}`;
}

/** Where a picture is shown. `of` is the value that the record has: the address changes with the picture. */
export function pictureAddress(ref: AccountRef, field: string, of: string, size: 96 | 384 | 2048): string {
  return `${fieldPath(ref, field)}?size=${size}&of=${encodeURIComponent(of.slice(0, 200))}`;
}

export function earlierAddress(ref: AccountRef, field: string, picture: string): string {
  return `${fieldPath(ref, field)}?size=96&picture=${picture}`;
}

export async function listPictures(ref: AccountRef, field: string): Promise<Picture[]> {
  return (await request<Pictures>("GET", `${fieldPath(ref, field)}/kept`)).body.items;
}

export async function uploadPicture(ref: AccountRef, field: string, file: Blob): Promise<Picture[]> {
  return (await request<Pictures>("PUT", fieldPath(ref, field), { file })).body.items;
}

export async function bringBackPicture(ref: AccountRef, field: string, picture: string): Promise<Picture[]> {
  return (await request<Pictures>("PUT", `${fieldPath(ref, field)}/current`, { body: { picture } })).body.items;
}

export async function removePicture(ref: AccountRef, field: string): Promise<Picture[]> {
  return (await request<Pictures>("DELETE", fieldPath(ref, field))).body.items;
}
