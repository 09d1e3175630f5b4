import { existsSync } from "node:fs";
import { resetDemo } from "@map-step/demo";
import { openStudio } from "./lib/studio.ts";

/** Lays the demo studio anew. A studio of one's own has another database and is never touched. */
if (existsSync(".env")) process.loadEnvFile(".env");
const { url, cluster } = await openStudio("demo");
const done = await resetDemo(url, process.env.STUDIO_TODAY);
if (cluster && !cluster.adopted) await cluster.stop();
console.log(
  done ? "The demo studio is as new." : "This database holds a studio of its own, so it stays as it is.",
);
process.exit(done ? 0 : 1);
