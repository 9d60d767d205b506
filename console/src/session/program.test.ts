import { describe, expect, it } from "vitest";
import { programOf } from "./program.ts";

describe("a program", () => {
  it.each([
    [
      "Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/156.0 Safari/537.36",
      "Chromium on Linux",
    ],
    ["Mozilla/5.0 (Windows NT 10.0; rv:140.0) Gecko/20100101 Firefox/140.0", "Firefox on Windows"],
    ["Mozilla/5.0 (iPhone; CPU iPhone OS 19_0 like Mac OS X) Version/19.0 Safari/604.1", "Safari on iPhone"],
    ["curl/7.88.1", "curl"],
    ["", "unknown"],
  ])("%s", (agent, known) => {
    expect(programOf(agent)).toBe(known);
  });
});
