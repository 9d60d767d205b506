// @vitest-environment jsdom
import { fireEvent, render, screen } from "@testing-library/svelte";
import { expect, it, vi } from "vitest";
import { answering } from "../test/marea.ts";
import Confirmation from "./Confirmation.svelte";
import { drawing } from "../test/setup.ts";

drawing();

it("sends a code, says when it is wrong, and is done with the right one", async () => {
  const onconfirmed = vi.fn<() => void>();
  const wrong = { detail: "Is not the code that was sent last." };
  answering({ status: 202, body: {} }, { status: 422, body: wrong }, { body: { field: "phone" } });
  render(Confirmation, { field: "phone", at: undefined, own: true, byCode: true, onconfirmed });

  await fireEvent.click(screen.getByRole("button", { name: "Send a code" }));
  const code = await screen.findByLabelText("Code that was sent");
  expect(screen.getByRole("status")).toHaveTextContent("A code is on its way.");
  await fireEvent.input(code, { target: { value: "000000" } });
  await fireEvent.submit(code.closest("form")!);
  expect(await screen.findByRole("alert")).toHaveTextContent("Is not the code that was sent last.");
  expect(screen.getByRole("button", { name: "Send another code" })).toBeVisible();
  await fireEvent.submit(code.closest("form")!);
  await vi.waitFor(() => expect(onconfirmed).toHaveBeenCalledOnce());
});

it("offers nothing for somebody else's address", () => {
  render(Confirmation, { field: "email", at: undefined, own: false, byCode: false, onconfirmed: () => undefined });

  expect(screen.getByText(/not confirmed/)).toBeVisible();
  expect(screen.queryByRole("button")).toBeNull();
});
