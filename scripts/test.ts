import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { layerFaults } from "./lib/layers.ts";
import { needChromium, needPostgres } from "./lib/packages.ts";
import { DATA } from "./lib/studio.ts";

interface Outcome {
  readonly name: string;
  readonly passed: number;
  readonly failed: number;
}

const WORKSPACES = ["core", "contract", "server", "web", "demo", "e2e", "scripts"];
const bin = (name: string) => join("node_modules/.bin", name);

function run(command: string, args: readonly string[], env: NodeJS.ProcessEnv = {}): boolean {
  const { status } = spawnSync(command, args, { stdio: "inherit", env: { ...process.env, ...env } });
  return status === 0;
}

/** A check that passes or fails as a whole. */
function check(name: string, passes: () => boolean): Outcome {
  console.log(`\n── ${name}`);
  const ok = passes();
  return { name, passed: ok ? 1 : 0, failed: ok ? 0 : 1 };
}

/** A suite that writes a report of its own; without one, or ended badly without a failed test, it failed. */
function suite(
  name: string,
  report: string,
  start: () => boolean,
  count: (report: unknown) => Omit<Outcome, "name">,
): Outcome {
  console.log(`\n── ${name}`);
  const file = join(DATA, report);
  rmSync(file, { force: true });
  const ok = start();
  const counted = existsSync(file) ? count(JSON.parse(readFileSync(file, "utf8"))) : { passed: 0, failed: 1 };
  return { name, passed: counted.passed, failed: ok ? counted.failed : Math.max(1, counted.failed) };
}

const noLayerFaults = () => {
  const faults = layerFaults();
  for (const line of faults) console.error(line);
  return faults.length === 0;
};

mkdirSync(DATA, { recursive: true });
needPostgres();
needChromium();
const outcomes = [
  check("Format and lint", () => run(bin("biome"), ["ci", "--error-on-warnings", "."])),
  ...WORKSPACES.map((name) => check(`Types of ${name}`, () => run(bin("tsc"), ["-p", name]))),
  check("Layers", noLayerFaults),
  check("Unused code", () => run(bin("knip"), ["--no-progress"])),
  suite(
    "Model, contract, server",
    "vitest.json",
    () =>
      run(bin("vitest"), [
        "run",
        "--reporter=dot",
        "--reporter=json",
        `--outputFile.json=${join(DATA, "vitest.json")}`,
      ]),
    (report) => {
      const { numPassedTests, numFailedTests } = report as { numPassedTests: number; numFailedTests: number };
      return { passed: numPassedTests, failed: numFailedTests };
    },
  ),
  suite(
    "In the browser",
    "e2e-report.json",
    () =>
      run(bin("playwright"), ["test", "-c", "e2e/playwright.config.ts"], { NODE_OPTIONS: "--import tsx" }),
    (report) => {
      const { stats } = report as { stats: { expected: number; unexpected: number; flaky: number } };
      return { passed: stats.expected, failed: stats.unexpected + stats.flaky };
    },
  ),
];

const sum = (key: "passed" | "failed") => outcomes.reduce((total, outcome) => total + outcome[key], 0);
console.log();
for (const { name, failed } of outcomes) if (failed > 0) console.log(`failed: ${name}`);
console.log(`${sum("passed")} passed, ${sum("failed")} failed`);
process.exit(sum("failed") === 0 ? 0 : 1);
