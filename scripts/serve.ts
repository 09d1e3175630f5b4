import { existsSync } from "node:fs";
import { join } from "node:path";
import { SERVER_MAIN, WEB_ROOT } from "./lib/build.ts";

/** Serves a studio to people: one process, by the settings in its environment, with what `npm run build` built. */
if (existsSync(".env")) process.loadEnvFile(".env");
process.env.WEB_ROOT ??= WEB_ROOT;
process.env.NODE_ENV ??= "production";
for (const built of [join(process.env.WEB_ROOT, "index.html"), SERVER_MAIN])
  if (!existsSync(built)) {
    console.error(`There is no ${built}. Build it before: npm ci, npm run build`);
    process.exit(1);
  }
// What goes wrong is told by the lines as they were written.
process.setSourceMapsEnabled(true);
await import(SERVER_MAIN);
