import { spawn } from "node:child_process";
import { join } from "node:path";
import { loadDemoIfNew } from "@map-step/demo";
import { pickPort, startServer } from "./lib/serve.ts";
import { openStudio, sessionSecret } from "./lib/studio.ts";

/** For work on the code: the demo studio with pages that reload as they change. Restart it for server code. */
const { url, settings, cluster } = await openStudio("demo");
await loadDemoIfNew(url, process.env.STUDIO_TODAY);
const port = await pickPort(4400);
const server = await startServer({ ...settings, SESSION_SECRET: sessionSecret(), PORT: String(port) });
const vite = spawn(process.execPath, [join(process.cwd(), "node_modules/vite/bin/vite.js")], {
  cwd: "web",
  stdio: "inherit",
  env: { ...process.env, API_ADDRESS: `http://127.0.0.1:${server.port}` },
});

const stop = async () => {
  vite.kill();
  await server.stop();
  if (cluster && !cluster.adopted) await cluster.stop();
  process.exit(0);
};
process.once("SIGINT", () => void stop());
process.once("SIGTERM", () => void stop());
