import { spawnSync } from "node:child_process";
import { createHash, randomUUID } from "node:crypto";
import {
  closeSync,
  fsyncSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
  writeSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { migrate } from "@map-step/server";
import pg from "pg";
import { needPostgres } from "./packages.ts";

const FORMAT = "map-step/backup";
const MIGRATIONS = join(process.cwd(), "server/src/db/migrations");

/** What stands in the first line of a backup; the dump of the database follows. */
interface Head {
  readonly format: typeof FORMAT;
  readonly formatVersion: 1;
  readonly madeAt: string;
  /** The last change of the tables that it knows. */
  readonly migration: string;
  readonly bytes: number;
  readonly sha256: string;
}

const hashOf = (dump: Buffer): string => createHash("sha256").update(dump).digest("hex");

function run(program: string, args: readonly string[], input?: Buffer): Buffer {
  const { status, stdout, stderr, error } = spawnSync(join(needPostgres(), program), args, {
    input,
    maxBuffer: 4 * 2 ** 30,
  });
  if (status !== 0)
    throw new Error(`${program}: ${error?.message ?? stderr.toString().trim().split("\n")[0]}`);
  return stdout;
}

/** Asks a database once. */
export async function ask<T extends object>(url: string, sql: string, values: unknown[] = []): Promise<T[]> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 10_000 });
  await client.connect();
  try {
    return (await client.query<T>(sql, values)).rows;
  } finally {
    await client.end();
  }
}

/**
 * Writes a whole studio into one file, which is read back before the old one of that name is replaced.
 * @param snapshot the moment of which it is, where somebody holds one; otherwise now
 */
export async function backUp(url: string, file: string, snapshot?: string): Promise<Head> {
  const [last] = await ask<{ name: string }>(url, "select name from migrations order by name desc limit 1");
  const dump = run("pg_dump", [
    ...["--format=custom", "--no-owner", "--no-privileges", `--dbname=${url}`],
    ...(snapshot === undefined ? [] : [`--snapshot=${snapshot}`]),
  ]);
  const head: Head = {
    format: FORMAT,
    formatVersion: 1,
    madeAt: new Date().toISOString(),
    migration: last?.name ?? "",
    bytes: dump.length,
    sha256: hashOf(dump),
  };
  const coming = `${file}.${randomUUID().slice(0, 8)}.tmp`;
  try {
    const to = openSync(coming, "wx", 0o600);
    for (const part of [Buffer.from(`${JSON.stringify(head)}\n`), dump])
      for (let at = 0; at < part.length; ) at += writeSync(to, part, at);
    fsyncSync(to);
    closeSync(to);
    readBackup(coming);
    renameSync(coming, file);
  } finally {
    rmSync(coming, { force: true });
  }
  return head;
}

/** Reads a backup and looks whether it is whole. @throws an error that says in a line what is wrong with it */
export function readBackup(file: string): { readonly head: Head; readonly dump: Buffer } {
  const whole = readFileSync(file);
  const end = whole.indexOf(10);
  let head: Head;
  try {
    head = JSON.parse(whole.subarray(0, end).toString("utf8")) as Head;
  } catch {
    throw new Error("This is not a backup of Map Step.");
  }
  if (head.format !== FORMAT) throw new Error("This is not a backup of Map Step.");
  if (head.formatVersion !== 1)
    throw new Error("This backup was made by a newer Map Step; update this one first.");
  const dump = whole.subarray(end + 1);
  if (dump.length !== head.bytes || hashOf(dump) !== head.sha256)
    throw new Error("This backup is broken: it is not what was written. Take another copy of it.");
  const known = readdirSync(MIGRATIONS).sort().at(-1) ?? "";
  if (head.migration > known)
    throw new Error("This backup was made by a newer Map Step; update this one first.");
  // The dump's own table of contents must be readable, too.
  const list = join(tmpdir(), `map-step-${randomUUID()}.dump`);
  try {
    writeFileSync(list, dump, { mode: 0o600 });
    run("pg_restore", ["--list", list]);
  } finally {
    rmSync(list, { force: true });
  }
  return { head, dump };
}

/** The address of another database of the same server. */
export function besides(url: string, database: string): string {
  const other = new URL(url);
  other.pathname = `/${database}`;
  return other.href;
}

/** Lays a dump into an empty database. */
export const layDump = (url: string, dump: Buffer): Buffer =>
  run("pg_restore", ["--no-owner", "--no-privileges", "--exit-on-error", `--dbname=${url}`], dump);

/**
 * Puts a backup in the place of a studio's database. It is laid beside the present one, brought up to date and looked
 * at; only then do the two change places, and the one of before stays under another name.
 * @returns the name under which the database of before is kept
 */
export async function restore(url: string, file: string): Promise<string> {
  const { dump } = readBackup(file);
  const name = new URL(url).pathname.slice(1);
  const mark = new Date().toISOString().replaceAll(/\D/g, "").slice(0, 14);
  const [next, before] = [`${name}_next_${mark}`, `${name}_before_${mark}`];
  const at = (database: string) => besides(url, database);
  const server = at("postgres");
  await ask(server, `create database "${next}"`);
  try {
    layDump(at(next), dump);
    await migrate(at(next));
    await ask(at(next), "select count(*) from studio, staff");
  } catch (error) {
    await ask(server, `drop database "${next}" with (force)`);
    throw error;
  }
  await ask(server, "select pg_terminate_backend(pid) from pg_stat_activity where datname = $1", [name]);
  await ask(server, `alter database "${name}" rename to "${before}"`);
  try {
    await ask(server, `alter database "${next}" rename to "${name}"`);
  } catch (error) {
    await ask(server, `alter database "${before}" rename to "${name}"`);
    throw error;
  }
  return before;
}
