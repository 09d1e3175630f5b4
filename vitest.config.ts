import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

/** Starts a throwaway PostgreSQL for the suites that need one. */
const DATABASE = fileURLToPath(new URL("server/test/database.ts", import.meta.url));

/** Everything but the browser: the model, the contract, the demo, the web's own arithmetic, the server. */
export default defineConfig({
  test: {
    projects: [
      { test: { name: "core", root: "core", include: ["src/**/*.test.ts"] } },
      { test: { name: "contract", root: "contract", include: ["src/**/*.test.ts"] } },
      { test: { name: "scripts", root: "scripts", include: ["**/*.test.ts"] } },
      {
        test: {
          name: "demo",
          root: "demo",
          include: ["src/**/*.test.ts"],
          globalSetup: [DATABASE],
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
      { test: { name: "web", root: "web", include: ["src/**/*.test.ts"] } },
      {
        test: {
          name: "server",
          root: "server",
          include: ["test/**/*.test.ts"],
          globalSetup: [DATABASE],
          testTimeout: 20_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
