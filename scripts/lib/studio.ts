import { randomBytes } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { type Cluster, startCluster } from "./cluster.ts";

export const DATA = join(process.cwd(), ".data");

/** A studio of one's own or the made-up demo; each has a database, so that neither can overwrite the other. */
export type StudioChoice = "own" | "demo";
const DATABASES: Readonly<Record<StudioChoice, string>> = { own: "map_step", demo: "map_step_demo" };
const CHOICE_FILE = join(DATA, "studio");

/** The studio named on the command line, or the one opened last. */
export function chooseStudio(args: readonly string[]): StudioChoice {
  const kept = existsSync(CHOICE_FILE) && readFileSync(CHOICE_FILE, "utf8").trim() === "own" ? "own" : "demo";
  const choice = args.includes("--empty") ? "own" : args.includes("--demo") ? "demo" : kept;
  mkdirSync(DATA, { recursive: true });
  writeFileSync(CHOICE_FILE, choice);
  return choice;
}

/** The database of a studio: in the cluster below `.data`, or the one that DATABASE_URL names. */
export async function openStudio(choice: StudioChoice): Promise<{ url: string; cluster: Cluster | null }> {
  const given = process.env.DATABASE_URL;
  if (given) return { url: given, cluster: null };
  const cluster = await startCluster(DATA);
  return { url: await cluster.database(DATABASES[choice]), cluster };
}

/** What signs the session cookies; made once and kept. */
export function sessionSecret(): string {
  if (process.env.SESSION_SECRET) return process.env.SESSION_SECRET;
  const file = join(DATA, "session.secret");
  mkdirSync(DATA, { recursive: true });
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString("base64url"), { mode: 0o600 });
  return readFileSync(file, "utf8");
}
