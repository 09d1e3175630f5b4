import { randomUUID } from "node:crypto";
import { ERASED } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { stale } from "../../http/problems.ts";
import { familyOf } from "./family.ts";
import { basisOf, namePlaces, type Rewritten } from "./name-places.ts";

/** What is kept for good is touched by the database's own function only. */
const KEPT: ReadonlySet<string> = new Set(["class_entries", "check_notes", "history"]);

/** How a column's new value is read from JSON. */
const AS_KEPT: Readonly<Record<Rewritten["type"], string>> = {
  text: "next.value #>> '{}'",
  texts: "array(select jsonb_array_elements_text(next.value))",
  json: "next.value",
};

/** Writes rows anew without a name: one statement for each column. */
async function rewrite(db: Database, rows: readonly Rewritten[]): Promise<void> {
  const columns = new Map<string, Rewritten[]>();
  for (const row of rows) {
    const key = `${row.table} ${row.column}`;
    columns.set(key, [...(columns.get(key) ?? []), row]);
  }
  for (const own of columns.values()) {
    const [{ table, column, type } = { table: "", column: "", type: "text" as const }] = own;
    await db.sequelize.query(
      `update ${table} t set ${column} = ${AS_KEPT[type]}
       from unnest($keys::text[], $values::jsonb[]) as next (key, value) where t.id::text = next.key`,
      { bind: { keys: own.map(({ key }) => key), values: own.map(({ value }) => JSON.stringify(value)) } },
    );
  }
}

/** Takes somebody out of the next groups of their levels. */
function leaveGroups(db: Database, ids: readonly string[]): Promise<unknown> {
  const without = (list: string) =>
    `${list} = coalesce((select jsonb_agg(one) from jsonb_array_elements(${list}) one
       where not one ->> 'studentId' = any($ids::text[])), '[]')`;
  return db.sequelize.query(
    `update group_plans set ${without("goes")}, ${without("locks")}, wishes = coalesce((
       select jsonb_agg(jsonb_set(one, '{together}', coalesce((
         select jsonb_agg(other) from jsonb_array_elements(one -> 'together') other
         where not other #>> '{}' = any($ids::text[])), '[]')))
       from jsonb_array_elements(wishes) one where not one ->> 'studentId' = any($ids::text[])), '[]')`,
    { bind: { ids } },
  );
}

/**
 * Erases a student for good, under whatever names they were written: the rows, places and measurements, and the name in
 * the places that somebody looked through and ticked. Marks and attendance are nobody's from then on, so that counts
 * stay.
 * @param ticked the ids of places, as `listNamePlaces` gave them
 * @param basis of the list that was looked through
 * @throws a stale problem where something was written meanwhile: the list is looked through once more
 */
export async function eraseStudent(
  db: Database,
  id: string,
  ticked: readonly string[],
  basis: string,
): Promise<Record<string, never>> {
  await inTransaction(db, async () => {
    const family = await familyOf(db, id, true);
    const { ids, role } = family;
    const { places, without } = await namePlaces(db, family);
    if (basisOf(places) !== basis) throw stale({});
    const words = without(new Set(ticked));
    const run = (sql: string) => db.sequelize.query(sql, { bind: { ids } });
    // How many there were stays: what was seen and who was there is nobody's from now on.
    const nobody = randomUUID();
    await db.Student.create({ id: nobody, name: ERASED, role });
    await rowsOf(db, "select erase_from_kept($ids::uuid[], $nobody::uuid, $words::jsonb)", {
      ids,
      nobody,
      words: JSON.stringify(words.filter(({ table }) => KEPT.has(table))),
    });
    await rewrite(
      db,
      words.filter(({ table }) => !KEPT.has(table)),
    );
    await run("delete from practice_results where student_id = any($ids::uuid[])");
    await run("delete from enrolments where student_id = any($ids::uuid[])");
    await leaveGroups(db, ids);
    await run("update students set same_as = null where id = any($ids::uuid[])");
    await run("delete from students where id = any($ids::uuid[])");
  });
  return {};
}
