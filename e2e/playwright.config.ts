import { defineConfig } from "@playwright/test";
import { CHROMIUM_FLAGS, needHeadless } from "../scripts/lib/packages.ts";

export default defineConfig({
  testDir: "tests",
  outputDir: "../.data/e2e",
  globalSetup: "./setup.ts",
  workers: 2,
  grepInvert: process.env.PROPERTIES === "deep" ? [] : /@deep/,
  // Only what hangs is late, also where others share the machine.
  timeout: 480_000,
  expect: { timeout: 60_000 },
  reporter: [["list"], ["json", { outputFile: "../.data/e2e-report.json" }]],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    launchOptions: { executablePath: needHeadless(), args: [...CHROMIUM_FLAGS] },
    // A worker that answers for the network would hide requests from the tests that stop or change them.
    serviceWorkers: "block",
    screenshot: "only-on-failure",
    contextOptions: { reducedMotion: "reduce" },
    permissions: ["clipboard-read", "clipboard-write"],
  },
});
