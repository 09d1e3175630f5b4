import { execFile, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { availableParallelism } from "node:os";
import { join } from "node:path";
import { buildServer } from "./lib/build.ts";
import { circlesIn, importsOf } from "./lib/circles.ts";
import { layerFaults } from "./lib/layers.ts";
import { needHeadless, needPostgres } from "./lib/packages.ts";
import { type Reported, readPlaywright, readVitest } from "./lib/reports.ts";
import { DATA } from "./lib/studio.ts";

interface Outcome extends Reported {
  readonly name: string;
}

/** How often properties are tried and from where; the same in each run where nothing is said. */
const DEPTH = { PROPERTIES: process.env.PROPERTIES, PROPERTY_SEED: process.env.PROPERTY_SEED ?? "31" };

const bin = (name: string) => join("node_modules/.bin", name);

function run(command: string, args: readonly string[], env: NodeJS.ProcessEnv = {}): boolean {
  const { status } = spawnSync(command, args, { stdio: "inherit", env: { ...process.env, ...env } });
  return status === 0;
}

interface Check {
  readonly name: string;
  readonly passes: () => Promise<boolean>;
}

const command = (name: string, file: string, args: readonly string[], told?: "quietly"): Check => ({
  name,
  passes: () =>
    new Promise((resolve) => {
      execFile(bin(file), args, (fault, out, err) => {
        if (fault && told === undefined) console.error(out + err);
        resolve(fault === null);
      });
    }),
});

const eitherOf = (first: Check, second: Check): Check => ({
  name: first.name,
  passes: async () => (await first.passes()) || second.passes(),
});

/** Checks that pass or fail as a whole, as many side by side as there are cores; the longest come first. */
async function checksOf(checks: readonly Check[]): Promise<Outcome[]> {
  const waiting = [...checks];
  const outcomes: Outcome[] = [];
  const worker = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const ok = await next.passes();
      console.log(`── ${next.name}: ${ok ? "no fault" : "faults"}`);
      outcomes.push({ name: next.name, passed: ok ? 1 : 0, failed: ok ? 0 : 1, again: [] });
    }
  };
  await Promise.all(Array.from({ length: availableParallelism() }, worker));
  return outcomes;
}

/** A suite that writes a report of its own; without one, or ended badly without a failed test, it failed. */
function suite(
  name: string,
  report: string,
  start: () => boolean,
  read: (report: unknown, depth: typeof DEPTH) => Reported,
): Outcome {
  console.log(`\n── ${name}`);
  const file = join(DATA, report);
  rmSync(file, { force: true });
  const ok = start();
  const reported: Reported = existsSync(file)
    ? read(JSON.parse(readFileSync(file, "utf8")), DEPTH)
    : { passed: 0, failed: 1, again: [] };
  return { name, ...reported, failed: ok ? reported.failed : Math.max(1, reported.failed) };
}

const FOLDERS = [
  "core",
  "contract",
  "server/src",
  "server/test",
  "web/src",
  "web/test",
  "demo",
  "e2e",
  "scripts",
];
const asCircle = (files: readonly string[]) => `${[...files, files[0]].join(" → ")} is a circle`;
const isFree = (faults: readonly string[]) => {
  for (const line of faults) console.error(line);
  return faults.length === 0;
};

const UNITS = ["core", "contract", "server", "web", "pages", "demo", "scripts"];
const PARTS = [...UNITS, "e2e", "static"];

/** Which parts of the tests are wanted, and what else was said; `watch` runs those of vitest again at each change. */
function wanted(said: readonly string[]): { readonly parts: ReadonlySet<string>; readonly watch: boolean } {
  const words = said.filter((word) => word !== "watch");
  const unknown = words.filter((word) => !PARTS.includes(word));
  if (unknown.length > 0) {
    console.error(
      `There are no tests called ${unknown.join(", ")}; there are ${PARTS.join(", ")}, and watch.`,
    );
    process.exit(2);
  }
  return { parts: new Set(words.length > 0 ? words : PARTS), watch: words.length < said.length };
}

const { parts, watch } = wanted(process.argv.slice(3));
const projects = UNITS.filter((name) => parts.has(name)).flatMap((name) => ["--project", name]);

mkdirSync(DATA, { recursive: true });
const needsServer = ["server", "pages", "demo", "scripts", "e2e"].some((name) => parts.has(name));
if (needsServer) needPostgres();
if (parts.has("e2e")) needHeadless();
if (needsServer) buildServer();
if (watch) process.exit(run(bin("vitest"), ["watch", ...projects]) ? 0 : 1);

const statics = () =>
  checksOf([
    command("Format and lint", "biome", ["ci", "--error-on-warnings", "."]),
    // What was kept of earlier checks may be out of date after files were moved: a fault is told once it stands without it.
    eitherOf(command("Types", "tsc", ["-b"], "quietly"), command("Types", "tsc", ["-b", "--force"])),
    command("Unused code", "knip", ["--no-progress", "--cache", "--cache-location", join(DATA, "knip")]),
    { name: "Layers", passes: async () => isFree(layerFaults()) },
    { name: "Circles", passes: async () => isFree(circlesIn(importsOf(...FOLDERS)).map(asCircle)) },
  ]);
const units = () =>
  suite(
    "Model, contract, server, pages' logic",
    "vitest.json",
    () =>
      run(bin("vitest"), [
        "run",
        ...projects,
        "--reporter=dot",
        "--reporter=json",
        `--outputFile.json=${join(DATA, "vitest.json")}`,
      ]),
    readVitest,
  );
const inBrowser = () =>
  suite(
    "In the browser",
    "e2e-report.json",
    () =>
      run(bin("playwright"), ["test", "-c", "e2e/playwright.config.ts"], { NODE_OPTIONS: "--import tsx" }),
    readPlaywright,
  );
const outcomes = [
  ...(parts.has("static") ? await statics() : []),
  ...(projects.length > 0 ? [units()] : []),
  ...(parts.has("e2e") ? [inBrowser()] : []),
];

const sum = (key: "passed" | "failed") => outcomes.reduce((total, outcome) => total + outcome[key], 0);
console.log();
for (const { name, failed, again } of outcomes) {
  if (failed > 0) console.log(`failed: ${name}`);
  for (const command of again) console.log(`  again: ${command}`);
}
console.log(`${sum("passed")} passed, ${sum("failed")} failed`);
process.exit(sum("failed") === 0 ? 0 : 1);
