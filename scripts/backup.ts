import { existsSync } from "node:fs";
import { backUp } from "./lib/backup.ts";
import { chooseStudio, openStudio } from "./lib/studio.ts";

/** Writes the studio that is open into one file; it may run meanwhile. */
if (existsSync(".env")) process.loadEnvFile(".env");
const [file] = process.argv.slice(3).filter((word) => !word.startsWith("--"));
if (!file) {
  console.error("Say where to: npm run backup -- FILE");
  process.exit(1);
}
const { url, cluster } = await openStudio(chooseStudio(process.argv));
let code = 0;
try {
  const { bytes } = await backUp(url, file);
  console.log(`${file} holds the whole studio, ${Math.ceil(bytes / 1024)} kB, read back and found whole.`);
} catch (error) {
  console.error(`No backup was written. ${error instanceof Error ? error.message : String(error)}`);
  code = 1;
} finally {
  if (cluster && !cluster.adopted) await cluster.stop();
}
process.exit(code);
