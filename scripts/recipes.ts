import { execFileSync, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { type Change, RECIPES } from "./lib/recipes.ts";
import { DATA } from "./lib/studio.ts";

/** Tries each recipe of docs/contributing.md in a scratch copy: what it says is enough, and how many files that takes. */
const COPY = join(DATA, "recipes");

/** A copy of what is committed, with the packages that are here. */
function copyProject(): void {
  rmSync(COPY, { recursive: true, force: true });
  execFileSync("git", ["clone", "-q", "--no-hardlinks", ".", COPY]);
  for (const place of ["", ...["core", "contract", "server", "web", "demo", "e2e"]]) {
    const packages = join(place, "node_modules");
    if (existsSync(packages)) execFileSync("cp", ["-al", packages, join(COPY, packages)]);
  }
  mkdirSync(join(COPY, ".data"));
  for (const kept of ["types", "seeds"])
    if (existsSync(join(DATA, kept))) execFileSync("cp", ["-a", join(DATA, kept), join(COPY, ".data")]);
}

const git = (...args: readonly string[]): string =>
  execFileSync("git", args, { cwd: COPY, encoding: "utf8" }).trim();

const nextMigration = (): string => {
  const names = readdirSync(join(COPY, "server/src/db/migrations"));
  return String(names.length + 1).padStart(4, "0");
};

function apply({ file, find, put }: Change): void {
  const path = join(COPY, file.replace("NEXT", nextMigration()));
  if (find === undefined) {
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, put);
    return;
  }
  const text = readFileSync(path, "utf8");
  if (text.split(find).length !== 2) throw new Error(`${file} has “${find}” not once`);
  writeFileSync(
    path,
    text.replace(find, () => put),
  );
}

/** What the static part of the tests and those that the recipe names say; nothing where all is well. */
function faultsOf(tests: readonly (readonly string[])[]): string {
  const bin = (name: string) => join("node_modules/.bin", name);
  const said: string[] = [];
  for (const [command, ...args] of [
    [bin("biome"), "check", "--write", "."],
    [bin("tsc"), "-b"],
    [bin("knip"), "--no-progress"],
    ...tests.map((test) => [bin("vitest"), "run", ...test]),
  ]) {
    const { status, stdout, stderr } = spawnSync(command ?? "", args, { cwd: COPY, encoding: "utf8" });
    if (status !== 0) said.push(`${command} ${args.join(" ")}\n${stdout}${stderr}`);
  }
  return said.join("\n");
}

const only = process.argv.slice(3);
copyProject();
let failed = 0;
for (const { name, most, changes, writes = [], tests } of RECIPES) {
  if (only.length > 0 && !only.includes(name)) continue;
  for (const change of changes) apply(change);
  for (const [command = "", ...args] of writes) execFileSync(command, args, { cwd: COPY, stdio: "ignore" });
  const faults = faultsOf(tests);
  git("add", "-A");
  const files = git("diff", "--cached", "--name-only").split("\n");
  const holds = faults === "" && files.length <= most;
  if (!holds) failed += 1;
  console.log(
    `${holds ? "holds" : "fails"}  ${name}: ${files.length} files, at most ${most} (${files.join(", ")})`,
  );
  if (faults !== "") console.log(faults);
  git("reset", "-q", "--hard");
}
rmSync(COPY, { recursive: true, force: true });
process.exit(failed === 0 ? 0 : 1);
