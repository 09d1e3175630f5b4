import { spawnSync } from "node:child_process";
import { loadavg } from "node:os";
import { buildServer, buildWeb } from "./lib/build.ts";

/** What somebody who changes something waits for, three times each, beside the bars. Seconds. */
const LOOP: readonly (readonly [name: string, bar: number, ...command: string[]])[] = [
  ["static part, warm", 15, "npm", "test", "--", "static"],
  ["one file of the core", 3, "node_modules/.bin/vitest", "run", "--project", "core", "src/words"],
  ["one file of the server", 8, "node_modules/.bin/vitest", "run", "--project", "server", "test/health"],
  [
    "one journey file, built",
    30,
    "node_modules/.bin/playwright",
    "test",
    "-c",
    "e2e/playwright.config.ts",
    "saying",
  ],
];

function timed([command = "", ...args]: readonly string[]): number {
  const began = performance.now();
  // Journeys are TypeScript that the runner reads through tsx; nothing else needs it.
  const env = command.endsWith("playwright") ? { ...process.env, NODE_OPTIONS: "--import tsx" } : process.env;
  const { status, stdout, stderr } = spawnSync(command, args, { encoding: "utf8", env });
  if (status !== 0) throw new Error(`${command} ${args.join(" ")} failed:\n${stdout}${stderr}`);
  return (performance.now() - began) / 1000;
}

buildServer();
buildWeb();
for (const [name, bar, ...command] of LOOP) {
  timed(command);
  const [, seconds = 0] = [timed(command), timed(command), timed(command)].toSorted((a, b) => a - b);
  const [load = 0] = loadavg();
  console.log(`${name}: ${seconds.toFixed(1)} s (bar ${bar}); load ${load.toFixed(1)}`);
}
process.exit(0);
