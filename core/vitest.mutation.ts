import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

/** The core's own tests, for `npm run mutation`: it changes the code and counts what they notice. */
export default defineConfig({
  test: {
    root: fileURLToPath(new URL(".", import.meta.url)),
    include: ["src/**/*.test.ts"],
    setupFiles: ["../scripts/lib/properties.ts"],
    testTimeout: 60_000,
  },
});
