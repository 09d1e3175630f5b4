import { execFileSync } from "node:child_process";
import { existsSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";

const ROOT = join(import.meta.dirname, "../..");
export const WEB_ROOT = join(ROOT, "web/dist");
/** What a server process runs. */
export const SERVER_MAIN = join(ROOT, "server/dist/main.js");

const SHARED = ["core/src", "contract/src", "package-lock.json"];
const WEB_SOURCES = [
  "web/src",
  "web/index.html",
  "web/vite.config.ts",
  "web/packed.ts",
  "web/base-sheet.ts",
  "web/studio-ahead.ts",
  "web/build-files.ts",
  "web/public",
  ...SHARED,
];
const SERVER_SOURCES = ["server/src", "server/vite.config.ts", ...SHARED];

function newest(path: string): number {
  if (!existsSync(path)) return 0;
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Builds a workspace unless its last build is newer than every source. */
function build(workspace: string, what: string, built: string, sources: readonly string[]): void {
  if (Math.max(...sources.map((path) => newest(join(ROOT, path)))) < newest(built)) return;
  console.log(`Building ${what} …`);
  const vite = join(ROOT, "node_modules/vite/bin/vite.js");
  const cwd = join(ROOT, workspace);
  execFileSync(process.execPath, [vite, "build", "--logLevel", "error"], { cwd, stdio: "inherit" });
}

export const buildWeb = (): void =>
  build("web", "the web application", join(WEB_ROOT, "index.html"), WEB_SOURCES);

export const buildServer = (): void => build("server", "the server", SERVER_MAIN, SERVER_SOURCES);
