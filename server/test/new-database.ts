import { randomUUID } from "node:crypto";
import pg from "pg";
import { inject } from "vitest";

declare module "vitest" {
  interface ProvidedContext {
    /** A migrated database that tests copy and leave as it is. */
    template: string;
  }
}

/** The address of a new database on the throwaway server: a copy of the migrated template, or empty. */
export async function newDatabase(copy: boolean): Promise<string> {
  const address = new URL(inject("template"));
  const template = address.pathname.slice(1);
  const name = `test_${randomUUID().replaceAll("-", "")}`;
  address.pathname = "/postgres";
  const client = new pg.Client({ connectionString: address.href });
  await client.connect();
  await client.query(`create database ${name} ${copy ? `template ${template}` : ""}`);
  await client.end();
  address.pathname = `/${name}`;
  return address.href;
}
