/// <reference types="vitest/config" />
import { svelte } from "@sveltejs/vite-plugin-svelte";
import tailwindcss from "@tailwindcss/vite";
import { svelteTesting } from "@testing-library/svelte/vite";
import { defineConfig } from "vite";
import { flowbiteDeep } from "./flowbite-deep.ts";

export default defineConfig({
  plugins: [flowbiteDeep(), tailwindcss(), svelte(), svelteTesting({ autoCleanup: false })],
  build: {
    target: "es2022",
    assetsInlineLimit: 0, // no data: addresses, so that the content security policy stays at 'self'
    modulePreload: { polyfill: false },
  },
  server: { proxy: { "/v1": "http://127.0.0.1:7480" } },
  // Only what looks at a page says that it needs one: making one takes longer than most tests, and so does importing everything anew for each file.
  test: { environment: "node", pool: "threads", isolate: false, include: ["src/**/*.test.ts"] },
});
