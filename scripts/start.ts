import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { loadDemoIfNew } from "@map-step/demo";
import { buildWeb } from "./lib/build.ts";
import { pickPort, startServer } from "./lib/serve.ts";
import { chooseStudio, DATA, openStudio, sessionSecret } from "./lib/studio.ts";

const DEFAULT_PORT = 4317;
const RUN_FILE = join(DATA, "running");

/** The address of a Map Step that already runs from this folder. */
async function alreadyRunning(): Promise<string | null> {
  if (!existsSync(RUN_FILE)) return null;
  const address = readFileSync(RUN_FILE, "utf8");
  const answer = await fetch(`${address}/api/session`).catch(() => null);
  return answer?.ok ? address : null;
}

if (existsSync(".env")) process.loadEnvFile(".env");
const running = await alreadyRunning();
if (running) {
  console.log(`Map Step is already running at ${running}`);
  if (process.argv.length > 3) console.log("To open the other studio, stop it first with Ctrl-C.");
  process.exit(0);
}

const choice = chooseStudio(process.argv);
buildWeb();
const { url, cluster } = await openStudio(choice);
if (choice === "demo") await loadDemoIfNew(url, process.env.STUDIO_TODAY);
const port = await pickPort(Number(process.env.PORT ?? DEFAULT_PORT));
const server = await startServer({ DATABASE_URL: url, SESSION_SECRET: sessionSecret(), PORT: String(port) });
const address = `http://127.0.0.1:${server.port}`;
writeFileSync(RUN_FILE, address);

let stopping = false;
async function stop(code: number): Promise<void> {
  if (stopping) return;
  stopping = true;
  rmSync(RUN_FILE, { force: true });
  await server.stop();
  await cluster?.stop();
  process.exit(code);
}
process.on("SIGINT", () => void stop(0));
process.on("SIGTERM", () => void stop(0));
process.on("SIGHUP", () => void stop(0));
server.child.once("exit", () => {
  if (!stopping) console.error("The server ended by itself; stopping the database too.");
  void stop(1);
});

console.log(
  choice === "demo"
    ? "The demo studio is open. Its accounts stand on the sign-in page."
    : "Your own studio is open.",
);
console.log(`\n  Map Step  ${address}\n\nCtrl-C stops it.`);
