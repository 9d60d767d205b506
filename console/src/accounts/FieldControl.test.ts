// @vitest-environment jsdom
import { render, screen } from "@testing-library/svelte";
import { describe, expect, it } from "vitest";
import { field } from "../test/marea.ts";
import FieldControl from "./FieldControl.svelte";
import { drawing } from "../test/setup.ts";

drawing();

function control(control: string, more = {}) {
  render(FieldControl, {
    field: field("theme", { label: "Theme", control, ...more }),
    value: control === "checkbox" ? false : "",
  });
  return screen.getByLabelText(/Theme/);
}

describe("a field's control", () => {
  it.each([
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

  it("stands with its error, for eyes and for screen readers", () => {
    render(FieldControl, { field: field("theme", { label: "Theme" }), value: "x", error: "Is none of the options." });

    expect(screen.getByLabelText(/Theme/)).toHaveAccessibleDescription("Is none of the options.");
    expect(screen.getByLabelText(/Theme/)).toBeInvalid();
  });
});
