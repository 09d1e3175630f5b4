import { existsSync } from "node:fs";
import { createInterface } from "node:readline/promises";
import { Writable } from "node:stream";
import { email, newPassword } from "@map-step/contract";
import { migrate, openDatabase, services } from "@map-step/server";
import { chooseStudio, openStudio } from "./lib/studio.ts";

/** Makes a director from the shell, or gives an account a new password and a director's rights. */
if (existsSync(".env")) process.loadEnvFile(".env");
const [address = "", ...words] = process.argv.slice(3).filter((word) => !word.startsWith("--"));
const read = email.safeParse(address);
if (!read.success) {
  console.error("Say whose account: npm run director -- name@studio.example Their Name");
  process.exit(1);
}

/** Asks without showing what is typed; takes a line from a pipe just as well. */
async function askPassword(): Promise<string> {
  const silent = new Writable({ write: (_chunk, _encoding, done) => done() });
  const lines = createInterface({ input: process.stdin, output: silent, terminal: process.stdin.isTTY });
  process.stdout.write("Password, at least 10 characters: ");
  const password = await lines.question("");
  lines.close();
  process.stdout.write("\n");
  return password;
}

const password = newPassword.safeParse(await askPassword());
if (!password.success) {
  console.error(password.error.issues[0]?.message);
  process.exit(1);
}
const { url, cluster } = await openStudio(chooseStudio(process.argv));
await migrate(url);
const db = openDatabase(url);
let code = 0;
try {
  if ((await db.Studio.count()) === 0)
    throw new Error("This studio is not set up yet: open it and its first page asks for the director.");
  const name = words.join(" ") || address;
  const done = await services.ensureDirector(db, { name, email: read.data, password: password.data });
  console.log(
    done === "made"
      ? `${name} is a director now and signs in as ${read.data}.`
      : `${read.data} is a director with the new password; all sign-ins of before have ended.`,
  );
} catch (error) {
  console.error(error instanceof Error ? error.message : String(error));
  code = 1;
} finally {
  await db.sequelize.close();
  if (cluster && !cluster.adopted) await cluster.stop();
}
process.exit(code);
