import { existsSync } from "node:fs";
import { readBackup, restore } from "./lib/backup.ts";
import { running } from "./lib/running.ts";
import { chooseStudio, openStudio } from "./lib/studio.ts";

/** Puts a backup in the place of the studio that is open; what was there is kept under another name. */
if (existsSync(".env")) process.loadEnvFile(".env");
const [file] = process.argv.slice(3).filter((word) => !word.startsWith("--"));
const refuse = (why: string): never => {
  console.error(`Nothing was restored. ${why}`);
  process.exit(1);
};
if (!file || !existsSync(file)) refuse("Say what from: npm run restore -- FILE");
else {
  if (running()) refuse("Map Step runs. Stop it with Ctrl-C first.");
  try {
    readBackup(file);
  } catch (error) {
    refuse(error instanceof Error ? error.message : String(error));
  }
  const { url, cluster } = await openStudio(chooseStudio(process.argv));
  let code = 0;
  try {
    const before = await restore(url, file);
    console.log(`The studio is as the backup has it. What was there is kept as the database ${before}.`);
  } catch (error) {
    console.error(`Nothing was restored. ${error instanceof Error ? error.message : String(error)}`);
    code = 1;
  } finally {
    if (cluster && !cluster.adopted) await cluster.stop();
  }
  process.exit(code);
}
