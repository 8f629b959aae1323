import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

const TESTS = ["src/**/*.test.{ts,tsx}"];
const EVERY_TIMER = ["src/api/line.test.ts"];

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { alias: { "@": new URL("./src", import.meta.url).pathname } },
  // Nothing inline: the content security policy allows files of our own only. The source maps let
  // whoever opens the browser's tools read the code as it was written.
  build: {
    chunkSizeWarningLimit: 700,
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    sourcemap: true,
  },
  test: {
    environment: "jsdom",
    setupFiles: ["src/tests/page.ts"],
    // One page for all: to make it takes longer than the tests. A test that runs every timer there
    // is has one of its own.
    projects: [
      {
        extends: true,
        test: { name: "one page", include: TESTS, exclude: EVERY_TIMER, isolate: false },
      },
      { extends: true, test: { name: "own page", include: EVERY_TIMER } },
    ],
  },
});
