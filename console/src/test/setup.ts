import "@testing-library/jest-dom/vitest";
import * as matchers from "@testing-library/jest-dom/matchers";
import { cleanup } from "@testing-library/svelte";
import { afterEach, expect } from "vitest";

/** For files whose tests draw components. What was imported for one file is there for the next: so each says it. */
export function drawing(): void {
  expect.extend(matchers);
  afterEach(cleanup);
}
