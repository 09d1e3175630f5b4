import { existsSync } from "node:fs";
import { join } from "node:path";
import { WEB_ROOT } from "./lib/build.ts";

/** Serves a studio to people: one process, by the settings in its environment, with what `npm run build` built. */
if (existsSync(".env")) process.loadEnvFile(".env");
process.env.WEB_ROOT ??= WEB_ROOT;
process.env.NODE_ENV ??= "production";
if (!existsSync(join(process.env.WEB_ROOT, "index.html"))) {
  console.error(
    `There is no built web application in ${process.env.WEB_ROOT}. Build it before: npm ci, npm run build`,
  );
  process.exit(1);
}
await import("../server/src/main.ts");
