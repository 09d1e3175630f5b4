import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

/** Starts a throwaway PostgreSQL for the suites that need one. */
const DATABASE = fileURLToPath(new URL("server/test/database.ts", import.meta.url));

/** Lays the demo studio, for tests that work on a copy of it. */
const STUDIOS = fileURLToPath(new URL("web/test/studios.ts", import.meta.url));

/** How often properties are tried, and with which seed. */
const RUNS = fileURLToPath(new URL("scripts/lib/properties.ts", import.meta.url));

/** Milliseconds: only what hangs is late, also where others share the machine. */
const TIMEOUT = 240_000;
const common = { testTimeout: TIMEOUT, hookTimeout: TIMEOUT, setupFiles: [RUNS] };

/** Everything but the browser: the model, the contract, the demo, the web's own arithmetic, the server. */
export default defineConfig({
  test: {
    // By default one core stays idle, which is half of a machine with two.
    maxWorkers: availableParallelism(),
    // What did not change since the last run is not read and turned into JavaScript again.
    experimental: { fsModuleCache: true, fsModuleCachePath: ".data/modules" },
    projects: [
      { test: { name: "core", root: "core", include: ["src/**/*.test.ts"], isolate: false, ...common } },
      {
        test: {
          name: "contract",
          root: "contract",
          include: ["src/**/*.test.ts"],
          isolate: false,
          ...common,
        },
      },
      { test: { name: "scripts", root: "scripts", include: ["**/*.test.ts"], ...common } },
      {
        test: {
          name: "demo",
          root: "demo",
          include: ["src/**/*.test.ts"],
          globalSetup: [DATABASE, STUDIOS],
          ...common,
        },
      },
      {
        test: { name: "web", root: "web", include: ["src/**/*.test.{ts,tsx}"], isolate: false, ...common },
      },
      {
        test: {
          name: "pages",
          root: "web",
          include: ["test/**/*.test.{ts,tsx}"],
          isolate: false,
          globalSetup: [STUDIOS],
          ...common,
        },
      },
      {
        test: {
          name: "server",
          root: "server",
          include: ["test/**/*.test.ts"],
          isolate: false,
          globalSetup: [DATABASE],
          ...common,
        },
      },
    ],
  },
});
