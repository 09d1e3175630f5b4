import {
  SETTINGS_FIELDS,
  STUDIO_FILE_FORMAT,
  STUDIO_FILE_VERSION,
  STUDIO_LIST_NAMES,
} from "@map-step/contract";
import { Transaction } from "sequelize";
import type { Database } from "../../db/connection.ts";
import { rowsOf, selected } from "../../db/query.ts";
import { newSecret } from "../../db/secret.ts";
import { notFound } from "../../http/problems.ts";
import { type InnerTable, LIST_TABLES, type ListTable } from "./tables.ts";

/** Longest time that one query of a whole studio may take, in milliseconds. */
export const WHOLE_STUDIO_MS = 300_000;

/** A moment to the microsecond, in UTC, whatever the session's zone; everything else as JSON has it. */
const asJson = (table: string, column: string): string =>
  /_at$/.test(column)
    ? `to_char(${table}.${column} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"')`
    : `${table}.${column}`;

const objectOf = (table: string, columns: Readonly<Record<string, string>>, more: readonly string[] = []) =>
  `json_build_object(${[
    ...Object.entries(columns).map(([field, column]) => `'${field}', ${asJson(table, column)}`),
    ...more,
  ].join(", ")})`;

const innerList = ({ table, owner, columns, order }: InnerTable): string => {
  const entry = typeof columns === "string" ? `i.${columns}` : objectOf("i", columns);
  return `coalesce((select json_agg(${entry} order by ${order}) from ${table} i where i.${owner} = t.id), '[]')`;
};

/** A thing of a list as JSON, its table called `t`. */
export const thingAsJson = ({ columns, inner }: ListTable): string =>
  objectOf(
    "t",
    columns,
    Object.entries(inner).map(([field, list]) => `'${field}', ${innerList(list)}`),
  );

/** What somebody said of something that is not there any more is nowhere to be seen, and stays behind. */
const SAID_ABOUT: readonly string[] = ["comments", "proposals"];
const THINGS = ["figures", "plans", "sections", "sequences", "checks"]
  .map((table) => `select id from ${table}`)
  .join(" union all ");

/** A sealed secret as it stands in a thing's text; nothing that people write looks like it, since quotes are escaped. */
const KEPT_SECRET = /("secret" ?: ?)"(sealed\.[\w-]+)"/g;

/** The things of one list as texts, to be put below those of the lists before it. */
const selectOf = (list: ListTable, place: number): string =>
  `select ${place} as place, t.created_at, t.id, (${thingAsJson(list)})::text as thing from ${list.table} t
   ${SAID_ABOUT.includes(list.table) ? `where t.thing_id is null or t.thing_id in (${THINGS})` : ""}`;

const EVERYTHING = `select place, thing from (${STUDIO_LIST_NAMES.map((list, place) =>
  selectOf(LIST_TABLES[list], place),
).join(" union all ")}) everything order by place, created_at, id`;

/**
 * A whole studio as the text of a file, one thing a line, all of one moment.
 * @throws a not-found problem before the studio is set up
 */
export const writeStudioFile = (db: Database): Promise<string> =>
  db.sequelize.transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ }, async () => {
    await db.sequelize.query(`set local statement_timeout = ${WHOLE_STUDIO_MS}`);
    const [studio] = await rowsOf<{ head: string }>(
      db,
      `select row_to_json(head)::text as head
       from (select ${selected(Object.keys(SETTINGS_FIELDS), "s")} from studio s) head`,
    );
    if (!studio) throw notFound();
    const parts = [
      `"format": ${JSON.stringify(STUDIO_FILE_FORMAT)}`,
      `"formatVersion": ${STUDIO_FILE_VERSION}`,
      `"madeAt": ${JSON.stringify(new Date().toISOString())}`,
      `"studio": ${studio.head}`,
    ];
    const rows = await rowsOf<{ place: number; thing: string }>(db, EVERYTHING);
    // Another server opens the addresses with a secret of its own. One that is dead here is a new one there.
    const opened = (thing: string) =>
      thing.replace(KEPT_SECRET, (_all, name: string, kept: string) =>
        [name, JSON.stringify(db.links.unseal(kept) ?? newSecret())].join(""),
      );
    STUDIO_LIST_NAMES.forEach((list, place) => {
      const things = rows.flatMap((row) => (row.place === place ? [`\n${opened(row.thing)}`] : []));
      parts.push(`"${list}": [${things.join(",")}]`);
    });
    return `{${parts.join(",\n")}}\n`;
  });
