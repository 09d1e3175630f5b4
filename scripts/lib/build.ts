import { execFileSync } from "node:child_process";
import { existsSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";

const SOURCES = [
  "web/src",
  "web/index.html",
  "web/vite.config.ts",
  "web/packed.ts",
  "web/base-sheet.ts",
  "web/studio-ahead.ts",
  "web/public",
  "core/src",
  "contract/src",
  "package-lock.json",
];
export const WEB_ROOT = join(process.cwd(), "web/dist");

function newest(path: string): number {
  if (!existsSync(path)) return 0;
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Builds the web application unless the last build is newer than every source. */
export function buildWeb(): void {
  const built = newest(join(WEB_ROOT, "index.html"));
  if (Math.max(...SOURCES.map(newest)) < built) return;
  console.log("Building the web application …");
  const vite = join(process.cwd(), "node_modules/vite/bin/vite.js");
  execFileSync(process.execPath, [vite, "build", "--logLevel", "error"], { cwd: "web", stdio: "inherit" });
}
