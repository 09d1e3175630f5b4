import { existsSync } from "node:fs";
import { parseArgs } from "node:util";
import { backUp } from "./lib/backup.ts";
import { backUpNightly, KEPT_NIGHTS } from "./lib/nightly.ts";
import { chooseStudio, openStudio } from "./lib/studio.ts";

/**
 * Writes the studio that is open into one file; it may run meanwhile. With `--nightly` into a folder, proven by laying
 * it into a database of its own; only the last are kept.
 */
if (existsSync(".env")) process.loadEnvFile(".env");
const { values, positionals } = parseArgs({
  args: process.argv.slice(3),
  allowPositionals: true,
  options: {
    nightly: { type: "boolean" },
    keep: { type: "string", default: String(KEPT_NIGHTS) },
    empty: { type: "boolean" },
    demo: { type: "boolean" },
  },
});
const [place] = positionals;
const keep = Number(values.keep);
if (!place || !Number.isInteger(keep) || keep < 1) {
  console.error("Say where to: npm run backup -- FILE, or npm run backup -- --nightly FOLDER --keep 14");
  process.exit(1);
}
const { url, cluster } = await openStudio(chooseStudio(process.argv));
let code = 0;
try {
  if (values.nightly) {
    const { file, bytes, tables, removed } = await backUpNightly(url, place, { keep });
    console.log(
      `${file} holds the whole studio, ${Math.ceil(bytes / 1024)} kB; laid into a database of its own, all ${tables} tables are the same.${removed.length > 0 ? ` Taken away: ${removed.join(", ")}.` : ""}`,
    );
  } else {
    const { bytes } = await backUp(url, place);
    console.log(`${place} holds the whole studio, ${Math.ceil(bytes / 1024)} kB, read back and found whole.`);
  }
} catch (error) {
  console.error(`No backup was written. ${error instanceof Error ? error.message : String(error)}`);
  code = 1;
} finally {
  if (cluster && !cluster.adopted) await cluster.stop();
}
process.exit(code);
