import { afterEach, expect, test, vi } from "vitest";
import { PictureState } from "./picture.svelte.ts";

const first = {
  id: "1",
  current: false,
  mediaType: "image/png",
  width: 9,
  height: 9,
  bytes: 9,
  created: "2026-11-01T08:00:00Z",
};
const second = { ...first, id: "2", current: true };

function answering(status: number, body: unknown) {
  const fetched = vi.fn(() => Promise.resolve(new Response(JSON.stringify(body), { status })));
  vi.stubGlobal("fetch", fetched);
  return fetched;
}

afterEach(() => vi.unstubAllGlobals());

test("what was uploaded is current, and the one before can be brought back", async () => {
  const changed = vi.fn();
  const fetched = answering(200, { items: [second, first] });
  const state = new PictureState("own", "person.portrait", changed);
  await state.upload(new Blob(["picture"]));

  expect(fetched).toHaveBeenCalledWith("/v1/me/pictures/person.portrait", expect.objectContaining({ method: "PUT" }));
  expect(state.current?.id).toBe("2");
  expect(state.earlier.map((picture) => picture.id)).toEqual(["1"]);
  expect(changed).toHaveBeenCalledOnce();
});

test("a refused upload says why and changes nothing", async () => {
  const changed = vi.fn();
  answering(422, { type: "urn:cuenta:problem:invalid", title: "", status: 422, detail: "Is not a picture." });
  const state = new PictureState("7", "person.portrait", changed);
  await state.upload(new Blob(["no picture"]));

  expect(state.failure).toBe("Is not a picture.");
  expect(state.current).toBeUndefined();
  expect(changed).not.toHaveBeenCalled();
});

test("choosing no file does nothing", async () => {
  const fetched = answering(200, { items: [] });
  await new PictureState("own", "person.portrait").upload(undefined);

  expect(fetched).not.toHaveBeenCalled();
});
