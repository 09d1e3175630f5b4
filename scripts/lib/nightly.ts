import { randomUUID } from "node:crypto";
import { mkdirSync, readdirSync, rmSync } from "node:fs";
import { join } from "node:path";
import pg from "pg";
import { ask, backUp, besides, layDump, readBackup } from "./backup.ts";

/** Backups of so many nights are kept. */
export const KEPT_NIGHTS = 14;
const NAME = /^map-step-\d{8}-\d{6}\.backup$/;

const nameAt = (now: Date): string => {
  const digits = now.toISOString().replaceAll(/\D/g, "");
  return `map-step-${digits.slice(0, 8)}-${digits.slice(8, 14)}.backup`;
};

/** A table's name, how many rows it has, and what they come to. */
type Sums = ReadonlyMap<string, string>;

/** How many rows each table has, and the sum of what each row comes to, whatever their order. */
async function sumsOf(client: pg.Client): Promise<Sums> {
  const { rows: tables } = await client.query<{ name: string }>(
    "select quote_ident(tablename) as name from pg_tables where schemaname = 'public' order by 1",
  );
  const sums = new Map<string, string>();
  for (const { name } of tables) {
    const { rows } = await client.query<{ sum: string }>(
      `select count(*) || ' ' || coalesce(sum(('x' || left(md5(t::text), 15))::bit(60)::bigint), 0) as sum from ${name} t`,
    );
    sums.set(name, rows[0]?.sum ?? "");
  }
  return sums;
}

async function within<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 10_000 });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/** Lays a backup into a database of its own and looks whether every table is as it was. @throws where one is not */
async function proveBackup(url: string, file: string, were: Sums): Promise<void> {
  const scratch = `map_step_proof_${randomUUID().slice(0, 8)}`;
  await ask(besides(url, "postgres"), `create database "${scratch}"`);
  try {
    layDump(besides(url, scratch), readBackup(file).dump);
    const are = await within(besides(url, scratch), sumsOf);
    const differ = [...new Set([...were.keys(), ...are.keys()])].filter(
      (table) => were.get(table) !== are.get(table),
    );
    if (differ.length > 0) throw new Error(`Read back, these tables differ: ${differ.join(", ")}.`);
  } finally {
    await ask(besides(url, "postgres"), `drop database "${scratch}" with (force)`);
  }
}

/** A backup as it was made and proven. */
export interface Night {
  readonly file: string;
  readonly bytes: number;
  readonly tables: number;
  /** Older ones that were taken away. */
  readonly removed: readonly string[];
}

/** Makes the backup of one moment and proves it against that moment, while the studio goes on. */
async function makeAndProve(url: string, path: string): Promise<{ bytes: number; tables: number }> {
  return within(url, async (client) => {
    await client.query("begin isolation level repeatable read read only");
    const { rows } = await client.query<{ id: string }>("select pg_export_snapshot() as id");
    const { bytes } = await backUp(url, path, rows[0]?.id);
    const were = await sumsOf(client);
    await client.query("commit");
    await proveBackup(url, path, were);
    return { bytes, tables: were.size };
  });
}

const tell = (url: string, file: string, bytes: number, problem: string | null) =>
  ask(url, "insert into backups (file, bytes, problem) values ($1, $2, $3)", [file, bytes, problem]);

/**
 * Backs a studio up into a folder, proves it by laying it into a database of its own, takes away those of long ago, and
 * lets the studio know how it went. One that could not be proven takes nothing away.
 * @throws what went wrong, once the studio knows
 */
export async function backUpNightly(
  url: string,
  folder: string,
  { keep = KEPT_NIGHTS, now = new Date() }: { readonly keep?: number; readonly now?: Date } = {},
): Promise<Night> {
  const file = nameAt(now);
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const { bytes, tables } = await makeAndProve(url, join(folder, file));
    const removed = readdirSync(folder)
      .filter((name) => NAME.test(name))
      .toSorted()
      .slice(0, -keep);
    for (const name of removed) rmSync(join(folder, name));
    await tell(url, file, bytes, null);
    return { file: join(folder, file), bytes, tables, removed };
  } catch (error) {
    const words = error instanceof Error ? error.message : String(error);
    await tell(url, file, 0, words.slice(0, 500)).catch(() => undefined);
    throw error;
  }
}
