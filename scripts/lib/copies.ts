import { randomUUID } from "node:crypto";
import pg from "pg";

/** From this version on PostgreSQL copies files instead of writing every page into its log, where it is asked to. */
const COPIES_FILES = 150_000;

/** The address of a new database beside another one: a copy of it, or empty. */
export async function newDatabaseBeside(url: string, as: "copy" | "empty"): Promise<string> {
  const address = new URL(url);
  const template = address.pathname.slice(1);
  const name = `copy_${randomUUID().replaceAll("-", "")}`;
  address.pathname = "/postgres";
  const client = new pg.Client({ connectionString: address.href });
  await client.connect();
  const { rows } = await client.query<{ version: number }>(
    "select current_setting('server_version_num')::int as version",
  );
  const how = (rows[0]?.version ?? 0) >= COPIES_FILES ? "strategy file_copy" : "";
  await client.query(`create database ${name} ${as === "copy" ? `template ${template} ${how}` : ""}`);
  await client.end();
  address.pathname = `/${name}`;
  return address.href;
}
