// @vitest-environment jsdom
import { fireEvent, render, screen } from "@testing-library/svelte";
import { describe, expect, it, vi } from "vitest";
import type { Field } from "../api/model.ts";
import { session } from "../session/session.svelte.ts";
import { answering, field, form, noor } from "../test/marea.ts";
import FieldControl from "./FieldControl.svelte";
import { drawing } from "../test/setup.ts";

drawing();

function control(control: Field["control"], more = {}) {
  render(FieldControl, {
    field: field("theme", { label: "Theme", control, ...more }),
    value: control === "checkbox" ? false : "",
  });
  return screen.getByLabelText(/Theme/);
}

describe("a field's control", () => {
  it.each<[Field["control"], string, string | undefined]>([
    ["text", "INPUT", "text"],
    ["date", "INPUT", "date"],
    ["number", "INPUT", "number"],
    ["datetime-local", "INPUT", "datetime-local"],
    ["checkbox", "INPUT", "checkbox"],
    ["textarea", "TEXTAREA", undefined],
    ["select", "SELECT", undefined],
  ])("%s is what the model's type asks for", (name, tag, type) => {
    const element = control(name, { options: ["day", "night"] });

    expect(element.tagName).toBe(tag);
    if (type) expect(element).toHaveAttribute("type", type);
  });

  it("finds the account that a reference names", async () => {
    const asked = answering({ body: { items: [{ ...noor, id: "a1" }] } });
    session.form = { ...form, may: ["accounts.read"] };
    render(FieldControl, { field: field("skipper", { label: "Skipper", control: "account" }), value: "" });
    const input = screen.getByLabelText(/Skipper/);

    await fireEvent.input(input, { target: { value: "noor" } });

    await vi.waitFor(() => expect(document.querySelector("option")).toHaveValue("a1"));
    expect(document.querySelector("option")).toHaveTextContent("Noor Haddad");
    expect(asked).toHaveLength(1);
    expect(asked[0]!.url).toContain("limit=10");
    expect(input).toHaveAccessibleDescription(/type a name/);
    session.form = null;
  });

  it("stands with its error, for eyes and for screen readers", () => {
    render(FieldControl, { field: field("theme", { label: "Theme" }), value: "x", error: "Is none of the options." });

    expect(screen.getByLabelText(/Theme/)).toHaveAccessibleDescription("Is none of the options.");
    expect(screen.getByLabelText(/Theme/)).toBeInvalid();
  });
});
