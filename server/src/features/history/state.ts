import { HISTORY_LISTS, type HistoryList } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { LIST_TABLES } from "../studio-file/tables.ts";
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

function stateOf(list: HistoryList): string {
  const { table, columns, inner } = LIST_TABLES[list];
  return thingAsJson({ table, columns: without(columns, LEFT_OUT), inner: without(inner, OWN_HISTORY) });
}

/** The function that puts together what a thing of a sort now is, from where each sort is kept. */
const LAID = `
  create or replace function history_state(list text, thing uuid) returns jsonb language plpgsql stable as $$
  begin
    case list
      ${HISTORY_LISTS.map(
        (list) =>
          `when '${list}' then return (select ${stateOf(list)}::jsonb from ${LIST_TABLES[list].table} t where t.id = thing);`,
      ).join("\n")}
    end case;
  end $$`;

/** Everything that is there and of which nothing is kept yet, as it was before. */
const BASELINE = HISTORY_LISTS.map(
  (list) => `select '${list}' as list, t.id from ${LIST_TABLES[list].table} t
    where not exists (select from history where list = '${list}' and thing_id = t.id)`,
).join(" union all ");

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
