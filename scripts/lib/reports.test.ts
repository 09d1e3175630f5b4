import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { readPlaywright, readVitest } from "./reports.ts";

const file = (name: string) => join(process.cwd(), name);

describe("what failed", () => {
  it("is named with the one command that repeats it, seed and depth with it", () => {
    const report = {
      numPassedTests: 1,
      numFailedTests: 2,
      testResults: [
        {
          name: file("core/src/time/time.test.ts"),
          status: "failed",
          assertionResults: [
            { status: "passed", fullName: "a bar" },
            { status: "failed", fullName: "a phrase isn't (ever) a bar" },
          ],
        },
        { name: file("server/test/broken.test.ts"), status: "failed", assertionResults: [] },
        { name: file("server/test/fine.test.ts"), status: "passed", assertionResults: [] },
      ],
    };
    expect(readVitest(report, { PROPERTY_SEED: "7", PROPERTIES: undefined })).toEqual({
      passed: 1,
      failed: 2,
      again: [
        "PROPERTY_SEED=7 npx vitest run core/src/time/time.test.ts -t 'a phrase isn.t .ever. a bar'",
        "PROPERTY_SEED=7 npx vitest run server/test/broken.test.ts",
      ],
    });
  });

  it("is found among journeys however deep it lies", () => {
    const report = {
      stats: { expected: 3, unexpected: 1, flaky: 1 },
      suites: [
        {
          specs: [{ ok: true, file: "tests/a.spec.ts", line: 3 }],
          suites: [{ specs: [{ ok: false, file: "tests/a.spec.ts", line: 40 }] }],
        },
      ],
    };
    expect(readPlaywright(report, { PROPERTIES: "deep" })).toEqual({
      passed: 3,
      failed: 2,
      again: [
        'PROPERTIES=deep NODE_OPTIONS="--import tsx" npx playwright test -c e2e/playwright.config.ts tests/a.spec.ts:40',
      ],
    });
  });
});
