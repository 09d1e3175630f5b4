// Plain JavaScript, because it runs before anything is installed: brings the npm packages up to date, then
// hands over to the TypeScript script of the given name in this same process.
import { spawnSync } from "node:child_process";
import { existsSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

const root = dirname(dirname(fileURLToPath(import.meta.url)));
process.chdir(root);

const [major = 0, minor = 0] = process.versions.node.split(".").map(Number);
if (major < 20 || (major === 20 && minor < 19)) {
  console.error(`Map Step needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
  process.exit(1);
}

const changed = (path) => (existsSync(path) ? statSync(path).mtimeMs : 0);
const SLACK_MS = 5000;
// Where it serves people nothing is installed or built by the way; an upgrade does that before.
const serves = process.argv[2] === "serve";
if (!serves && changed("node_modules/.package-lock.json") + SLACK_MS < changed("package-lock.json")) {
  console.log("Installing npm packages …");
  // Not `npm ci`: it refuses a lock file without the binaries of other platforms, which not every registry has.
  const { status } = spawnSync("npm", ["install", "--no-audit", "--no-fund", "--loglevel=error"], {
    stdio: "inherit",
  });
  if (status !== 0) {
    console.error("The npm packages could not be installed; see above.");
    process.exit(status ?? 1);
  }
}

const { register } = await import("tsx/esm/api");
register();
await import(join(root, "scripts", `${process.argv[2]}.ts`));
