import { STUDIO_FILE_FORMAT, STUDIO_LIST_NAMES } from "@map-step/contract";
import { Transaction } from "sequelize";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
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

const selectOf = ({ table, columns, inner }: ListTable): string =>
  `select (${objectOf(
    "t",
    columns,
    Object.entries(inner).map(([field, list]) => `'${field}', ${innerList(list)}`),
  )})::text as thing from ${table} t order by t.created_at, t.id`;

/**
 * A whole studio as the text of a file, one thing a line, all of one moment.
 * @throws a not-found problem before the studio is set up
 */
export const writeStudioFile = (db: Database): Promise<string> =>
  db.sequelize.transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ }, async () => {
    await db.sequelize.query(`set local statement_timeout = ${WHOLE_STUDIO_MS}`);
    const [studio] = await rowsOf<{ head: string }>(
      db,
      `select json_build_object('name', name, 'timeZone', time_zone)::text as head from studio`,
    );
    if (!studio) throw notFound();
    const parts = [
      `"format": ${JSON.stringify(STUDIO_FILE_FORMAT)}`,
      `"formatVersion": 1`,
      `"madeAt": ${JSON.stringify(new Date().toISOString())}`,
      `"studio": ${studio.head}`,
    ];
    for (const list of STUDIO_LIST_NAMES) {
      const rows = await rowsOf<{ thing: string }>(db, selectOf(LIST_TABLES[list]));
      parts.push(`"${list}": [${rows.map(({ thing }) => `\n${thing}`).join(",")}]`);
    }
    return `{${parts.join(",\n")}}\n`;
  });
