import { api } from "@map-step/contract";
import { createApp, type Database, openDatabase, readConfig } from "@map-step/server";
import { QueryTypes } from "sequelize";
import { afterAll, beforeAll, expect, inject, it } from "vitest";
import { newDatabaseBeside } from "../../scripts/lib/copies.ts";
import { WRITTEN } from "../../server/src/features/students/written.ts";
import type {} from "../../server/test/new-database.ts";
import { listenWith, workHere } from "../../server/test/serving.ts";
import { Visitor } from "../../server/test/studio.ts";
import { DEMO_PASSWORD, STAFF } from "./people.ts";

/*
 * A name of one word that nobody else has is written into every column of the demo studio that takes words, one row of
 * each; who is called so is erased, with every place ticked; and the whole database is searched for it.
 */

const NAME = "Wolfhild";
let db: Database;
let director: Visitor;
const closing: (() => unknown)[] = [];

beforeAll(async () => {
  const url = await newDatabaseBeside(inject("demoTemplate"), "copy");
  db = openDatabase(url);
  const config = readConfig({
    DATABASE_URL: url,
    SESSION_SECRET: "only for tests, but long enough for it",
    STUDIO_TODAY: "2027-02-16",
    LOG_LEVEL: "silent",
  });
  const { app, close } = createApp(db, config, workHere(db));
  const { address, stop } = await listenWith(app);
  closing.push(stop, close, () => db.sequelize.close());
  director = new Visitor(address);
  await director.call(api.session.signIn, {
    body: { email: STAFF[0]?.email ?? "", password: DEMO_PASSWORD },
  });
});
afterAll(async () => {
  for (const close of closing) await close();
});

interface Column {
  readonly table: string;
  readonly column: string;
  readonly type: "text" | "ARRAY" | "jsonb";
}

const columns = () =>
  db.sequelize.query<Column>(
    `select c.table_name as table, c.column_name as column, c.data_type as type
     from information_schema.columns c join information_schema.tables t using (table_schema, table_name)
     where c.table_schema = 'public' and t.table_type = 'BASE TABLE'
       and (c.data_type in ('text', 'jsonb') or c.data_type = 'ARRAY' and c.udt_name = '_text')
     order by 1, 2`,
    { type: QueryTypes.SELECT },
  );

/** What somebody may have written: words, no sign and no number. */
const isWords = (text: string) => /\p{L}{2,} /u.test(text);
/** The same with the name in the first words that are found; `null` where there are none. */
function named(value: unknown): unknown {
  let isIn = false;
  const go = (part: unknown): unknown => {
    if (isIn || part === null) return part;
    if (typeof part === "string" && isWords(part)) {
      isIn = true;
      return `${part} Ask ${NAME}.`;
    }
    if (Array.isArray(part)) return part.map(go);
    if (typeof part === "object")
      return Object.fromEntries(Object.entries(part).map(([key, inner]) => [key, go(inner)]));
    return part;
  };
  const next = go(value);
  return isIn ? next : null;
}

/** Writes the name into one row of a column, if the database takes it. */
async function writeInto({ table, column, type }: Column): Promise<boolean> {
  const rows = await db.sequelize.query<{ place: string; value: unknown }>(
    `select ctid::text as place, to_jsonb("${column}") as value from "${table}" where "${column}" is not null
     order by length("${column}"::text) desc limit 200`,
    { type: QueryTypes.SELECT },
  );
  for (const { place, value } of rows) {
    const next = named(value);
    if (next === null) continue;
    const as = {
      text: "$next::jsonb #>> '{}'",
      jsonb: "$next::jsonb",
      ARRAY: "array(select jsonb_array_elements_text($next::jsonb))",
    };
    try {
      await db.sequelize.transaction(async (transaction) => {
        await db.sequelize.query("set local map_step.erasing = 'yes'", { transaction });
        await db.sequelize.query(`update "${table}" set "${column}" = ${as[type]} where ctid = $place::tid`, {
          bind: { next: JSON.stringify(next), place },
          transaction,
        });
      });
      return true;
    } catch {
      return false;
    }
  }
  return false;
}

/** Every column in which the name stands. */
async function left(): Promise<string[]> {
  const found: string[] = [];
  for (const { table, column } of await columns()) {
    const [row] = await db.sequelize.query<{ there: boolean }>(
      `select exists (select from "${table}" where "${column}"::text ~* '${NAME}') as there`,
      { type: QueryTypes.SELECT },
    );
    if (row?.there) found.push(`${table}.${column}`);
  }
  return found;
}

/** Words where the demo studio has none. */
const MORE = [
  `insert into plan_drafts (plan_id, name, content) select id, 'Try this one instead',
     '{"chosen":[],"special":[],"muted":[{"key":"x","reason":"They asked for it"}],"away":[]}' from plans limit 1`,
  `insert into approaches (name, reason, ages, returns, return_minutes)
     values ('Our own way', 'Because they asked', '[[{"layer":"steps","share":1}]]', '[2]', 3)`,
  `insert into lesson_templates (name, parts)
     values ('A usual night', '[{"kind":"own","title":"Circle and names","minutes":5}]')`,
  `insert into check_notes (id, check_id, figure_id, text, noted_at, staff_id)
     select gen_random_uuid(), checks.id, (select id from figures limit 1), 'They did well', now(), staff_id
     from checks limit 1`,
  `insert into letters (to_address, subject, text) values ('a@b.example', 'To our staff', 'Dear all of you')`,
  `update plans set muted = '[{"key":"x","reason":"They asked for it"}]'
     where id = (select id from plans where section_id is not null limit 1)`,
  `update plans set agreed = '{"chosen":[],"special":[],"note":"As they said"}'
     where id = (select id from plans where section_id is not null limit 1)`,
  "update studio set safe_practice = 'Slowly and kindly', lost = 'Back to basics'",
  `update figures set exercises = array['Dance it at home'] where id = (select id from figures limit 1)`,
  `update dances set own_elements = '[{"name":"our own rock","steps":"1 L side; 2 R close"}]'
     where id = (select id from dances limit 1)`,
  `update history set note = 'taken from their draft' where id = (select max(id) from history)`,
];

/** Looked through as well, though nobody writes more than a number, a sign or an id there today. */
const WITHOUT_WORDS = new Set([
  "approaches.ages",
  "approaches.returns",
  "factors.name",
  "plans.away",
  "plans.special",
  "sequences.items",
]);
const WRITTEN_IN = WRITTEN.flatMap(({ table, columns }) =>
  Object.keys(columns)
    .map((column) => `${table}.${column}`)
    .filter((column) => !WITHOUT_WORDS.has(column)),
);

/** Whether of earlier versions only those of the staff still say the name. */
async function ofPeopleAtWork(): Promise<boolean> {
  const lists = await db.sequelize.query<{ list: string }>(
    `select distinct list from history where state::text ~* '${NAME}'`,
    { type: QueryTypes.SELECT },
  );
  return lists.every(({ list }) => list === "staff");
}

it("takes a name out of every column in which somebody may have written it", async () => {
  await db.sequelize.transaction(async (transaction) => {
    await db.sequelize.query("set local map_step.erasing = 'yes'", { transaction });
    for (const sql of MORE) await db.sequelize.query(sql, { transaction });
  });
  const written: string[] = [];
  for (const one of await columns()) if (await writeInto(one)) written.push(`${one.table}.${one.column}`);
  // Everything in which somebody writes is tried: what is left out here says nothing of anybody.
  expect(written).toEqual(expect.arrayContaining(WRITTEN_IN));
  const { id: sectionId } = await db.Section.findOne({
    where: { name: "Monday section" },
    rejectOnEmpty: true,
  });
  const [student] = (
    await director.call(api.students.enrol, {
      params: { id: sectionId },
      body: { from: "2027-02-15", students: [{ studentId: null, name: NAME, role: "leader" }] },
    })
  ).body;
  const params = { id: student?.id ?? "" };
  const { places, basis } = (await director.call(api.students.named, { params })).body;
  const all = places.map(({ id }) => id);
  const { status } = await director.call(api.students.erase, { params, body: { places: all, basis } });
  expect(status).toBe(200);
  // Who works here is nobody who dances; what they are called stays with them.
  expect(await left()).toEqual(["history.state", "staff.demo_password", "staff.name"]);
  expect(await ofPeopleAtWork()).toBe(true);
});
