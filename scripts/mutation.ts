import { spawnSync } from "node:child_process";
import { existsSync } from "node:fs";

const [place = "core/src/time"] = process.argv.slice(3);
if (!place.startsWith("core/src/") || !existsSync(place)) {
  console.error(`There is nothing to change at ${place}; name a folder or a file below core/src.`);
  process.exit(2);
}
const what = place.endsWith(".ts") ? place : `${place}/**/*.ts`;
const { status } = spawnSync(
  "node_modules/.bin/stryker",
  ["run", "--mutate", `${what},!core/src/**/*.test.ts`],
  { stdio: "inherit" },
);
process.exit(status ?? 1);
