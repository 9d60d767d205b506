import { expect, it } from "vitest";
import { argument } from "./shell.ts";

it("is one argument, whatever stands in it", () => {
  expect(argument("isla-verde")).toBe("isla-verde");
  expect(argument("Isla Verde")).toBe("'Isla Verde'");
  expect(argument(`name eq "O'Neill"`)).toBe(String.raw`'name eq "O'\''Neill"'`);
  expect(argument("$(reboot)")).toBe("'$(reboot)'");
  expect(argument("")).toBe("''");
});
