import { HISTORY_LISTS, type HistoryList, SETTINGS_THING } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { LIST_TABLES, type ListTable, SETTINGS_TABLE } from "../studio-file/tables.ts";
import { thingAsJson } from "../studio-file/write.ts";

/** What belongs to a thing's keeping rather than to what it says, and what nobody else is to read. */
const LEFT_OUT = new Set([
  "id",
  "version",
  "createdAt",
  "updatedAt",
  "changedBy",
  "deletedBy",
  "agreed",
  "secret",
  "publishedDocument",
  "publishedTitle",
]);
/** Lists within a thing that are kept entry by entry, with a history of their own. */
const OWN_HISTORY = new Set(["versions", "log", "notes", "evidence", "practice"]);

const without = <V>(record: Readonly<Record<string, V>>, names: ReadonlySet<string>): Record<string, V> =>
  Object.fromEntries(Object.entries(record).filter(([name]) => !names.has(name)));

/** Where a sort of things is kept, and SQL: the id of one of them, called `t`. */
const keptIn = (list: HistoryList): { readonly kept: ListTable; readonly id: string } =>
  list === "settings"
    ? { kept: SETTINGS_TABLE, id: `'${SETTINGS_THING}'::uuid` }
    : { kept: LIST_TABLES[list], id: "t.id" };

function stateOf(list: HistoryList): string {
  const { kept, id } = keptIn(list);
  const { table, columns, inner } = kept;
  const told = { table, columns: without(columns, LEFT_OUT), inner: without(inner, OWN_HISTORY) };
  return `select ${thingAsJson(told)}::jsonb from ${table} t where ${id} = thing`;
}

/** The function that puts together what a thing of a sort now is, from where each sort is kept. */
const LAID = `
  create or replace function history_state(list text, thing uuid) returns jsonb language plpgsql stable as $$
  begin
    case list
      ${HISTORY_LISTS.map((list) => `when '${list}' then return (${stateOf(list)});`).join("\n")}
    end case;
  end $$`;

/** Everything that is there and of which nothing is kept yet, as it was before. */
const BASELINE = HISTORY_LISTS.map((list) => {
  const { kept, id } = keptIn(list);
  return `select '${list}' as list, ${id} as id from ${kept.table} t
    where not exists (select from history where list = '${list}' and thing_id = ${id})`;
}).join(" union all ");

/**
 * Lays the function by which changes are kept, as things are kept now.
 * @param isNew tables were changed: what was there before any change was kept is kept as it is
 */
export async function layHistory(db: Pick<Database, "sequelize">, isNew: boolean): Promise<void> {
  await db.sequelize.query(LAID);
  if (!isNew) return;
  await rowsOf(
    db,
    `insert into history (list, thing_id, what, state)
     select list, id, 'was', history_state(list, id) from (${BASELINE}) things returning id`,
  );
}
