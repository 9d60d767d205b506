import { afterEach, expect, test, vi } from "vitest";
import { PasswordState } from "./password.svelte.ts";

function answering(status: number, body: unknown) {
  const fetching = vi.fn(async () => new Response(JSON.stringify(body), { status }));
  vi.stubGlobal("fetch", fetching);
  return fetching;
}

afterEach(() => vi.unstubAllGlobals());

function typed(): PasswordState {
  const state = new PasswordState();
  state.open = true;
  state.current = "six green oars";
  state.next = "seven tarred ropes";
  return state;
}

test("a changed password says how many sessions ended, and nothing that was typed is kept", async () => {
  const fetching = answering(200, { sessionsEnded: 2 });
  const state = typed();
  await state.submit();

  expect(fetching).toHaveBeenCalledWith(
    "/v1/me/password",
    expect.objectContaining({
      method: "PUT",
      body: JSON.stringify({ current: "six green oars", password: "seven tarred ropes" }),
    }),
  );
  expect(state.notice).toBe("Your password is changed, and 2 other sessions were ended.");
  expect([state.open, state.current, state.next]).toEqual([false, "", ""]);
});

test("what is refused is said at its input, and what was typed stays", async () => {
  answering(422, {
    detail: "Some values were refused",
    errors: [
      { pointer: "/password", code: "minLength", detail: "Too short." },
      { pointer: "/password", code: "common", detail: "Too common." },
    ],
  });
  const state = typed();
  await state.submit();

  expect(state.errors).toEqual({ password: "Too short. Too common." });
  expect(state.next).toBe("seven tarred ropes");
  expect(state.open).toBe(true);
});

test("what belongs to no input is said above them", async () => {
  answering(503, { detail: "Too many people are signing in just now." });
  const state = typed();
  await state.submit();

  expect(state.errors).toEqual({ "": "Too many people are signing in just now." });
});
