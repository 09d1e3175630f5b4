import { existsSync } from "node:fs";
import { loadDemoIfNew } from "@map-step/demo";
import { buildWeb } from "./lib/build.ts";
import type { Cluster } from "./lib/cluster.ts";
import { type Kept, keepGoing } from "./lib/keep-going.ts";
import { answersAt, forgetRunning, running, tellRunning } from "./lib/running.ts";
import { pickPort, portFrom } from "./lib/serve.ts";
import { checkReachable, chooseStudio, openStudio, sessionSecret } from "./lib/studio.ts";

const DEFAULT_PORT = 4317;
const LOOK_EVERY_MS = 1_000;

if (existsSync(".env")) process.loadEnvFile(".env");

let kept: Kept | null = null;
let cluster: Cluster | null = null;
let stopping = false;

async function stop(code: number): Promise<void> {
  if (stopping) return;
  stopping = true;
  await kept?.stop();
  await cluster?.stop();
  forgetRunning();
  process.exit(code);
}
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.on(signal, () => void stop(0));
// When npm or the terminal is killed, nobody is left to send a signal.
const parent = process.ppid;
setInterval(() => {
  if (process.ppid !== parent) void stop(0);
}, LOOK_EVERY_MS).unref();

const other = running();
if (other) {
  if (await answersAt(other.address)) {
    console.log(`Map Step is already running at ${other.address}`);
    if (process.argv.length > 3) console.log("To open the other studio, stop it first with Ctrl-C.");
    process.exit(0);
  }
  console.error(
    `Map Step was started from this folder already (process ${other.pid}) and does not answer${other.address ? ` at ${other.address}` : " yet"}. Stop it first.`,
  );
  process.exit(1);
}

try {
  const wanted = portFrom(process.env.PORT, DEFAULT_PORT);
  const secret = sessionSecret();
  tellRunning("");
  const choice = chooseStudio(process.argv);
  buildWeb();
  const studio = await openStudio(choice);
  cluster = studio.cluster;
  await checkReachable(studio.url);
  if (choice === "demo") await loadDemoIfNew(studio.url, process.env.STUDIO_TODAY);
  const port = await pickPort(wanted);
  kept = await keepGoing({ ...studio.settings, SESSION_SECRET: secret, PORT: String(port) }, cluster);
  const address = `http://127.0.0.1:${kept.port}`;
  tellRunning(address);
  console.log(
    choice === "demo"
      ? "The demo studio is open. Its accounts stand on the sign-in page."
      : "Your own studio is open.",
  );
  console.log(`\n  Map Step  ${address}\n\nCtrl-C stops it.`);
} catch (error) {
  console.error(`Map Step could not start. ${error instanceof Error ? error.message : String(error)}`);
  await stop(1);
}
