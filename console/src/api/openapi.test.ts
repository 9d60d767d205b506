import { createConfig, lint } from "@redocly/openapi-core";
import { Validator } from "@seriousme/openapi-schema-validator";
import { readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { expect, test } from "vitest";

const FILE = fileURLToPath(new URL("../../openapi.json", import.meta.url));

test("the document is one by the standard's own schema", async () => {
  const { valid, errors } = await new Validator().validate(JSON.parse(readFileSync(FILE, "utf8")));

  expect(errors ?? []).toEqual([]);
  expect(valid).toBe(true);
});

test("a linter finds nothing to say about it", async () => {
  // On loopback there is no licence of the service to name, and no other host.
  const config = await createConfig({
    extends: ["recommended"],
    rules: { "info-license": "off", "no-server-example.com": "off" },
  });

  const problems = await lint({ ref: FILE, config });

  expect(problems.map(({ ruleId, message, location }) => [ruleId, message, location[0]?.pointer])).toEqual([]);
});
