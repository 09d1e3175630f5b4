import { relative } from "node:path";

/** What a suite's own report comes to, and for each test that failed the one command that repeats it. */
export interface Reported {
  readonly passed: number;
  readonly failed: number;
  readonly again: readonly string[];
}

interface VitestReport {
  readonly numPassedTests: number;
  readonly numFailedTests: number;
  readonly testResults: readonly {
    readonly name: string;
    readonly status: string;
    readonly assertionResults: readonly { readonly status: string; readonly fullName: string }[];
  }[];
}

interface PlaywrightSuite {
  readonly suites?: readonly PlaywrightSuite[];
  readonly specs?: readonly { readonly ok: boolean; readonly file: string; readonly line: number }[];
}

const quoted = (text: string) => `'${text.replaceAll("'", `'"'"'`)}'`;
/** As a name is searched for: only what means itself. */
const asPattern = (text: string) => quoted(text.replace(/[^\p{L}\p{N} ]/gu, "."));

/**
 * Reads what vitest wrote.
 * @param seed of the properties, and how deep they went
 * @example
 * readVitest(REPORT, { PROPERTY_SEED: "31" }).again // ["PROPERTY_SEED=31 npx vitest run core/src/time/time.test.ts -t 'a bar'"]
 */
export function readVitest(report: unknown, seed: Readonly<Record<string, string | undefined>>): Reported {
  const { numPassedTests, numFailedTests, testResults } = report as VitestReport;
  const settings = Object.entries(seed).flatMap(([name, value]) => (value ? [`${name}=${value} `] : []));
  const again = testResults.flatMap(({ name, status, assertionResults }) => {
    const command = `${settings.join("")}npx vitest run ${relative(process.cwd(), name)}`;
    const failed = assertionResults.filter((one) => one.status === "failed");
    // A file that could not be read has no tests that failed.
    if (failed.length === 0) return status === "failed" ? [command] : [];
    return failed.map(({ fullName }) => `${command} -t ${asPattern(fullName)}`);
  });
  return { passed: numPassedTests, failed: numFailedTests, again };
}

const failedSpecs = ({ suites = [], specs = [] }: PlaywrightSuite): string[] => [
  ...specs.flatMap(({ ok, file, line }) => (ok ? [] : [`${file}:${line}`])),
  ...suites.flatMap(failedSpecs),
];

/** Reads what the journeys wrote. */
export function readPlaywright(
  report: unknown,
  seed: Readonly<Record<string, string | undefined>>,
): Reported {
  const { stats, suites } = report as {
    readonly stats: { readonly expected: number; readonly unexpected: number; readonly flaky: number };
    readonly suites: readonly PlaywrightSuite[];
  };
  const settings = Object.entries(seed).flatMap(([name, value]) => (value ? [`${name}=${value} `] : []));
  return {
    passed: stats.expected,
    failed: stats.unexpected + stats.flaky,
    again: suites
      .flatMap(failedSpecs)
      .map(
        (place) =>
          `${settings.join("")}NODE_OPTIONS="--import tsx" npx playwright test -c e2e/playwright.config.ts ${place}`,
      ),
  };
}
