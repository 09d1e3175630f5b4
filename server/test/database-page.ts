import type { Database } from "../src/index.ts";

interface TableRow {
  readonly name: string;
  readonly columns:
    | readonly { readonly name: string; readonly type: string; readonly empty: boolean }[]
    | null;
  readonly keys: readonly string[] | null;
  readonly guards: readonly string[] | null;
}

/** Tables with their columns, what their keys say, and the triggers that guard them. */
const TABLES = `
  select c.relname as name,
    (select json_agg(json_build_object('name', a.attname, 'type', format_type(a.atttypid, a.atttypmod), 'empty', not a.attnotnull)
        order by a.attnum)
      from pg_attribute a where a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped) as columns,
    (select json_agg(pg_get_constraintdef(k.oid) order by k.contype desc, k.conname)
      from pg_constraint k where k.conrelid = c.oid and k.contype in ('p', 'u', 'f', 'c')) as keys,
    (select json_agg(distinct p.proname)
      from pg_trigger g join pg_proc p on p.oid = g.tgfoid where g.tgrelid = c.oid and not g.tgisinternal) as guards
  from pg_class c join pg_namespace n on n.oid = c.relnamespace
  where n.nspname = 'public' and c.relkind = 'r' order by c.relname`;

const pageOf = ({ name, columns, keys, guards }: TableRow): string =>
  [
    `## ${name}`,
    (columns ?? [])
      .map((column) => `\`${column.name}\` ${column.type}${column.empty ? ", may be empty" : ""}`)
      .join("; "),
    (keys ?? []).map((key) => `- ${key}`).join("\n"),
    guards ? `Guarded by ${guards.map((guard) => `\`${guard}\``).join(", ")}.` : "",
  ]
    .filter((part) => part !== "")
    .join("\n\n");

/** The tables of a migrated database as a page to read. */
export async function databasePage(db: Database): Promise<string> {
  const [tables] = (await db.sequelize.query(TABLES)) as unknown as [TableRow[]];
  const intro = `# The database

Written from the schema after the last migration: columns, what keys and checks say, and the functions that guard a table when it is written to. Who may do what with it stands in \`server/src/db/roles.ts\`; why it is so in the [decisions](decisions/README.md#server). Written anew with \`npx vitest run --project server database-page -u\`.`;
  return `${[intro, ...tables.map(pageOf)].join("\n\n")}\n`;
}
