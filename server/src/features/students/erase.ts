import { randomUUID } from "node:crypto";
import { atomically } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { asRegExp, ERASED, namePattern, withoutName } from "./name-pattern.ts";
import { familyOf } from "./personal-data.ts";

/** What comments, saved plans and proposals about a class hang on. */
const OF_SECTIONS = `select unnest($sectionIds::uuid[]) as id
  union select id from checks where section_id = any($sectionIds::uuid[])
  union select id from plans where section_id = any($sectionIds::uuid[])`;

/** Takes a name out of the documents of the recaps of some sections. */
async function eraseInDocuments(
  db: Database,
  table: "recaps" | "recap_versions",
  column: "document" | "published_document",
  condition: string,
  pattern: string,
  sectionIds: readonly string[],
): Promise<void> {
  const rows = await rowsOf<{ id: string; document: unknown }>(
    db,
    `select id, ${column} as document from ${table} where ${column} is not null and ${condition}`,
    { sectionIds },
  );
  const inText = asRegExp(pattern);
  await rowsOf(
    db,
    `update ${table} set ${column} = next.document from unnest($ids::uuid[], $documents::jsonb[]) as next (id, document)
     where ${table}.id = next.id returning ${table}.id`,
    {
      ids: rows.map(({ id }) => id),
      documents: rows.map(({ document }) => JSON.stringify(withoutName(document, inText))),
    },
  );
}

/** Takes names, also by one of their words, out of everything that was written about some sections. */
async function eraseInSections(
  db: Database,
  names: readonly string[],
  sectionIds: readonly string[],
): Promise<void> {
  const pattern = namePattern(names, "each word");
  const bind = { sectionIds, pattern, erased: ERASED };
  const run = (sql: string) => db.sequelize.query(sql, { bind });
  const lessons = "(select id from lessons where section_id = any($sectionIds::uuid[]))";
  const recaps = `(select id from recaps where lesson_id in ${lessons})`;
  const text = (column: string) => `${column} = regexp_replace(${column}, $pattern, $erased, 'g')`;
  await run(
    `update class_entries set value = jsonb_set(value, '{text}',
       to_jsonb(regexp_replace(value ->> 'text', $pattern, $erased, 'g')))
     where kind = 'remark' and value is not null and lesson_id in ${lessons}`,
  );
  await run(`update recaps set ${text("title")}, ${text("published_title")} where lesson_id in ${lessons}`);
  await run(`update recap_versions set ${text("title")} where recap_id in ${recaps}`);
  await eraseInDocuments(db, "recaps", "document", `lesson_id in ${lessons}`, pattern, sectionIds);
  await eraseInDocuments(db, "recaps", "published_document", `lesson_id in ${lessons}`, pattern, sectionIds);
  await eraseInDocuments(db, "recap_versions", "document", `recap_id in ${recaps}`, pattern, sectionIds);
  await run(`update lesson_segments set ${text("title")} where lesson_id in ${lessons}`);
  await run(`update comments set ${text("text")} where thing_id in (${OF_SECTIONS})`);
  const inside = (column: string) =>
    `${column} = regexp_replace(${column}::text, $pattern, $erased, 'g')::jsonb`;
  await run(`update plans set ${inside("muted")} where section_id = any($sectionIds::uuid[])`);
  await run(`update plan_drafts set ${text("name")}, ${inside("content")} where plan_id in (${OF_SECTIONS})`);
  await run(
    `update proposals set ${text("note")}, ${text("answer")}, ${inside("base")}, ${inside("content")}
     where thing_id in (${OF_SECTIONS})`,
  );
  await run(`update sections set ${text("good_to_know")} where id = any($sectionIds::uuid[])`);
  await run(
    `update check_notes set ${text("text")} where text ~ $pattern
       and check_id in (select id from checks where section_id = any($sectionIds::uuid[]))`,
  );
}

/** Takes names out of what was kept of changes of some sections, their lessons and recaps; who was enrolled goes with it. */
async function eraseInHistory(
  db: Database,
  names: readonly string[],
  sectionIds: readonly string[],
  ids: readonly string[],
): Promise<void> {
  await db.sequelize.query(
    "delete from history where list = 'enrolments' and state ->> 'studentId' = any($ids::text[])",
    { bind: { ids } },
  );
  const pattern = namePattern(names, "each word");
  const rows = await rowsOf<{ id: string; state: unknown }>(
    db,
    `select id, state from history where state::text ~ $pattern and (
       (list = 'sections' and thing_id = any($sectionIds::uuid[]))
       or (list = 'lessons' and state ->> 'sectionId' = any($sectionIds::text[]))
       or (list = 'recaps' and state ->> 'lessonId' in (
         select id::text from lessons where section_id = any($sectionIds::uuid[])))
       or (list = 'plans' and thing_id in (${OF_SECTIONS}))
       or (list = 'planDrafts' and (state ->> 'planId')::uuid in (${OF_SECTIONS}))
       or (list in ('comments', 'proposals') and (state ->> 'thingId')::uuid in (${OF_SECTIONS})))`,
    { pattern, sectionIds },
  );
  const inText = asRegExp(pattern);
  await rowsOf(
    db,
    `update history set state = next.state from unnest($ids::bigint[], $states::jsonb[]) as next (id, state)
     where history.id = next.id returning history.id`,
    {
      ids: rows.map(({ id }) => id),
      states: rows.map(({ state }) => JSON.stringify(withoutName(state, inText))),
    },
  );
}

/** Tables that hold no words about students. */
const OTHERS = ["migrations", "rate_limits", "sessions", "staff", "studio", "students"];

/**
 * Takes names of several words out of every text that the studio keeps, wherever it stands. A name of one word may be
 * somebody else's elsewhere.
 */
async function eraseEverywhere(db: Database, names: readonly string[]): Promise<void> {
  const whole = names.filter((name) => /\s/.test(name.trim()));
  if (whole.length === 0) return;
  const bind = { pattern: namePattern(whole, "whole"), erased: ERASED };
  const columns = await rowsOf<{ table: string; column: string; type: string }>(
    db,
    `select columns.table_name as table, column_name as column, data_type as type
     from information_schema.columns join information_schema.tables using (table_schema, table_name)
     where columns.table_schema = 'public' and table_type = 'BASE TABLE' and data_type in ('text', 'jsonb')
       and is_generated = 'NEVER' and not columns.table_name = any($others::text[])`,
    { others: OTHERS },
  );
  for (const { table, column, type } of columns)
    await db.sequelize.query(
      `update "${table}" set "${column}" = regexp_replace("${column}"::text, $pattern, $erased, 'g')::${type}
       where "${column}"::text ~ $pattern`,
      { bind },
    );
}

/**
 * Erases a student for good, under whatever names they were written: the rows, places and measurements, and the name in
 * what was written. Marks and attendance are nobody's from then on, so that counts stay. The one way on which entries of
 * a class log and what was seen are touched.
 */
export async function eraseStudent(db: Database, id: string): Promise<Record<string, never>> {
  await atomically(db, async () => {
    const { ids, names, role, sectionIds } = await familyOf(db, id, true);
    const run = (sql: string) => db.sequelize.query(sql, { bind: { ids } });
    await db.sequelize.query("set local map_step.erasing = 'yes'");
    // How many there were stays: what was seen and who was there is nobody's from now on.
    const nobody = randomUUID();
    await db.Student.create({ id: nobody, name: ERASED, role });
    const asNobody = (sql: string) => db.sequelize.query(sql, { bind: { ids, nobody } });
    await asNobody("update evidence set student_id = $nobody where student_id = any($ids::uuid[])");
    await asNobody(
      `update class_entries set target = $nobody
       where target = any($ids::text[]) and kind in ('attendance', 'waited')`,
    );
    await run("delete from practice_results where student_id = any($ids::uuid[])");
    await run("delete from enrolments where student_id = any($ids::uuid[])");
    const without = (list: string) =>
      `${list} = coalesce((select jsonb_agg(one) from jsonb_array_elements(${list}) one
         where not one ->> 'studentId' = any($ids::text[])), '[]')`;
    await run(
      `update group_plans set ${without("goes")}, ${without("locks")}, wishes = coalesce((
         select jsonb_agg(jsonb_set(one, '{together}', coalesce((
           select jsonb_agg(other) from jsonb_array_elements(one -> 'together') other
           where not other #>> '{}' = any($ids::text[])), '[]')))
         from jsonb_array_elements(wishes) one where not one ->> 'studentId' = any($ids::text[])), '[]')`,
    );
    await eraseInSections(db, names, sectionIds);
    await eraseInHistory(db, names, sectionIds, ids);
    await eraseEverywhere(db, names);
    await run("update students set same_as = null where id = any($ids::uuid[])");
    await run("delete from students where id = any($ids::uuid[])");
  });
  return {};
}
