import { readdir, readFile } from "node:fs/promises";
import { readingOf } from "@map-step/core/element";
import { USUAL_HOLDS } from "@map-step/core/hold";
import { parseFigure } from "@map-step/core/notation";
import { QueryTypes } from "sequelize";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { migrate, openDatabase } from "../src/index.ts";
import { newDatabase } from "./new-database.ts";
import { type Course, openCourse, openStudio, type TestStudio } from "./studio.ts";

let studio: TestStudio;
let course: Course;
beforeAll(async () => {
  studio = await openStudio();
  course = await openCourse(studio.db);
});
afterAll(() => studio.close());
const sql = (text: string) => studio.db.sequelize.query(text);

describe("migrations", () => {
  it("build every table from nothing, and do nothing a second time", async () => {
    const files = await readdir(new URL("../src/db/migrations", import.meta.url));
    const url = await newDatabase(false);
    const done = await Promise.all([migrate(url), migrate(url)]);
    expect(done.map(({ length }) => length).sort()).toEqual([0, files.length]);
    expect(await migrate(url)).toEqual([]);
    const one = openDatabase(url);
    const [{ count } = { count: 0 }] = await one.sequelize.query<{ count: string }>(
      "select count(*) from information_schema.tables where table_schema = 'public'",
      { type: QueryTypes.SELECT },
    );
    expect(Number(count)).toBeGreaterThan(15);
    await one.sequelize.close();
  });

  it("give every table its times and every editable thing its version", async () => {
    const rows = await studio.db.sequelize.query<{ table: string; columns: string[] }>(
      `select table_name as table, array_agg(column_name::text) as columns from information_schema.columns
       where table_schema = 'public' and table_name not in ('migrations', 'rate_limits') group by 1`,
      { type: QueryTypes.SELECT },
    );
    for (const { table, columns } of rows)
      expect(columns, table).toEqual(expect.arrayContaining(["created_at", "updated_at"]));
    const versioned = rows.filter(({ columns }) => columns.includes("version")).map(({ table }) => table);
    expect(versioned.sort()).toEqual(
      [
        "absences",
        "approaches",
        "checks",
        "comments",
        "dances",
        "enrolments",
        "figures",
        "group_plans",
        "lesson_templates",
        "lessons",
        "levels",
        "plan_drafts",
        "plans",
        "proposals",
        "readiness_rules",
        "recaps",
        "rooms",
        "sections",
        "sequences",
        "staff",
        "students",
        "studio",
        "terms",
      ].sort(),
    );
  });
});

const FOLDER = new URL("../src/db/migrations/", import.meta.url);

/** A database as it was before a migration. */
async function asBefore(migration: string) {
  const url = await newDatabase(false);
  const db = openDatabase(url);
  await db.sequelize.query(
    "create table migrations (name text primary key, created_at timestamptz, updated_at timestamptz)",
  );
  for (const name of (await readdir(FOLDER)).filter((one) => one < migration).sort()) {
    await db.sequelize.query(await readFile(new URL(name, FOLDER), "utf8"));
    await db.sequelize.query("insert into migrations values ($1, now(), now())", { bind: [name] });
  }
  return { url, db };
}

describe("a studio from before there was a class log", () => {
  it("finds its marks and its taught lessons in the log", async () => {
    const { url, db } = await asBefore("0007");
    await db.sequelize.query(`
      insert into staff (name, email, role, password_hash) values ('Ada', 'ada@test.example', 'director', 'x');
      insert into dances (name, meter, phrase_beats, slow_beats, quick_beats, slowest_bpm, fastest_bpm)
        values ('D', 4, 8, 2, 1, 90, 120);
      insert into figures (dance_id, name, kind, tier, minutes) select id, 'F', 'basic', 1, 5 from dances;
      insert into levels (dance_id, name, weeks, lesson_minutes, warm_up_minutes, wrap_minutes, most_new,
        settled_lessons, approach_id) select id, 'L', 6, 60, 5, 5, 3, 2, 'steps-first' from dances;
      insert into sections (level_id, name, first_date, start_time, room)
        select id, 'S', '2027-02-15', '19:30', '' from levels;
      insert into lessons (section_id, week, state) select id, 1, 'taught' from sections;
      insert into lesson_segments (id, lesson_id, position, kind, title, figure_id, minutes, covered)
        select gen_random_uuid(), lessons.id, 0, 'new', 'F', figures.id, 60, 'part' from lessons, figures;
    `);
    const left = (await readdir(FOLDER)).filter((one) => one >= "0007");
    expect(await migrate(url)).toHaveLength(left.length);
    const entries = await db.ClassEntry.findAll({ order: ["position"] });
    expect(entries.map(({ kind, value, outcome }) => [kind, value, outcome])).toEqual([
      ["mark", { covered: "part", reached: null }, "kept"],
      ["ended", { ended: true }, "kept"],
    ]);
    await db.sequelize.close();
  });
});

describe("a studio from before changes were kept", () => {
  it("is kept as it was, so that the first change can be told; what a migration writes is no change", async () => {
    const { url, db } = await asBefore("0018");
    await db.sequelize.query(`
      insert into staff (name, email, role, password_hash) values ('Ada', 'ada@test.example', 'director', 'x');
      insert into dances (name, meter, phrase_beats, slow_beats, quick_beats, slowest_bpm, fastest_bpm)
        values ('D', 4, 8, 2, 1, 90, 120);
      insert into figures (dance_id, name, kind, tier, minutes) select id, 'F', 'basic', 1, 5 from dances;
    `);
    expect(await migrate(url)).toContain("0018-history.sql");
    const figures = () =>
      db.sequelize.query<{ what: string; name: string }>(
        "select what, state ->> 'name' as name from history where list = 'figures' order by id",
        { type: QueryTypes.SELECT },
      );
    expect(await figures()).toEqual([{ what: "was", name: "F" }]);
    await db.sequelize.query(
      "begin; set local map_step.migrating = 'yes'; update figures set name = 'G'; commit",
    );
    expect(await figures()).toHaveLength(1);
    await db.sequelize.query("update figures set name = 'H'");
    expect(await figures()).toEqual([
      { what: "was", name: "F" },
      { what: "changed", name: "H" },
    ]);
    // Started again, nothing is kept twice.
    expect(await migrate(url)).toEqual([]);
    expect(await figures()).toHaveLength(2);
    await db.sequelize.close();
  });
});

describe("a studio from before students were there once", () => {
  it("finds each with a place in their section, and every mark as what was seen, by whom and when", async () => {
    const { url, db } = await asBefore("0017");
    await db.sequelize.query(`
      insert into staff (name, email, role, password_hash) values
        ('Ada', 'ada@test.example', 'director', 'x'), ('Bo', 'bo@test.example', 'teacher', 'x');
      insert into dances (name, meter, phrase_beats, slow_beats, quick_beats, slowest_bpm, fastest_bpm)
        values ('D', 4, 8, 2, 1, 90, 120);
      insert into figures (dance_id, name, kind, tier, minutes) select id, 'F', 'basic', 1, 5 from dances;
      insert into levels (dance_id, name, weeks, lesson_minutes, warm_up_minutes, wrap_minutes, most_new,
        settled_lessons, approach_id) select id, 'L', 6, 60, 5, 5, 3, 2, 'steps-first' from dances;
      insert into sections (level_id, name, first_date, start_time, room)
        select id, 'S', '2027-02-15', '19:30', '' from levels;
      insert into students (section_id, name, role, deleted_at)
        select sections.id, s.name, s.role, s.gone::timestamptz from sections,
          (values ('Ana', 'leader', null), ('Sol', 'solo', null), ('Gone', 'follower', '2027-01-01')) as s (name, role, gone);
      insert into checks (section_id, held_on, staff_id, created_at)
        select sections.id, '2027-02-22', staff.id, now() + (case staff.name when 'Bo' then 1 else 0 end) * interval '1 s'
        from sections, staff;
      insert into check_marks (check_id, student_id, figure_id, mark, updated_at)
        select checks.id, students.id, figures.id, case staff.name when 'Bo' then 'alone' else 'with-help' end, now()
        from checks join staff on staff.id = staff_id, students, figures where students.name <> 'Gone';
      update check_marks set mark = null where student_id = (select id from students where name = 'Sol')
        and check_id = (select checks.id from checks join staff on staff.id = staff_id where staff.name = 'Ada');
    `);
    expect(await migrate(url)).toContain("0017-dancers.sql");
    const rows = (text: string) =>
      db.sequelize.query<Record<string, unknown>>(text, { type: QueryTypes.SELECT });
    expect(
      await rows(`select students.name, e.role, to_char(from_date, 'YYYY-MM-DD') as day, e.deleted_at is not null as gone
        from enrolments e join students on students.id = student_id order by students.name`),
    ).toEqual([
      { name: "Ana", role: "leader", day: "2027-02-15", gone: false },
      { name: "Gone", role: "follower", day: "2027-02-15", gone: true },
      { name: "Sol", role: "solo", day: "2027-02-15", gone: false },
    ]);
    // Both markers' words stand beside each other, in the one check of that day; what was taken back is none.
    expect(
      await rows(`select students.name, staff.name as by, mark, layer, place, to_char(seen_on, 'YYYY-MM-DD') as day
        from evidence e join students on students.id = student_id join staff on staff.id = e.staff_id
          join checks on checks.id = check_id order by students.name, staff.name`),
    ).toEqual([
      { name: "Ana", by: "Ada", mark: "with-help", layer: "partner", place: "check", day: "2027-02-22" },
      { name: "Ana", by: "Bo", mark: "alone", layer: "partner", place: "check", day: "2027-02-22" },
      { name: "Sol", by: "Bo", mark: "alone", layer: "count", place: "check", day: "2027-02-22" },
    ]);
    expect(await db.Check.count()).toBe(1);
    expect(await rows("select id from students where person_id <> id")).toEqual([]);
    await db.sequelize.close();
  });
});

describe("the database itself refuses", () => {
  it.each([
    [
      "a figure of no dance",
      "insert into figures (dance_id, name, kind, tier, minutes) values (gen_random_uuid(), 'X', 'basic', 1, 5)",
    ],
    [
      "a figure twice",
      "insert into figures (dance_id, name, kind, tier, minutes) select dance_id, upper(name), kind, tier, minutes from figures limit 1",
    ],
    ["a kind that is none", "update figures set kind = 'dessert'"],
    ["no minutes", "update figures set minutes = 0"],
    [
      "a figure that needs itself",
      "insert into figure_needs (figure_id, needs_id, position) select id, id, 0 from figures limit 1",
    ],
    ["a lesson without room for figures", "update levels set warm_up_minutes = 58"],
    ["a second plan of a level", "insert into plans (level_id) select id from levels"],
    ["a second studio", "insert into studio (id, name, time_zone) values (2, 'Other', 'UTC')"],
    ["an empty name", "update sections set name = '  '"],
    ["a time that is none", "update sections set start_time = '25:00'"],
    [
      "a student in no section",
      "insert into enrolments (section_id, student_id, role, from_date) values (gen_random_uuid(), gen_random_uuid(), 'leader', '2027-01-01')",
    ],
    ["a dance that figures belong to being deleted", "delete from dances"],
  ])("%s", async (_, statement) => {
    await expect(sql(statement)).rejects.toThrow();
    expect(await studio.db.Figure.count()).toBe(Object.keys(course.figures).length);
  });
});

describe("a studio from before a dance had its holds", () => {
  it("has the holds that its figures name, as they were danced until then, and reads them", async () => {
    const { url, db } = await asBefore("0013");
    await db.sequelize.query(`
      insert into dances (name, meter, phrase_beats, slow_beats, quick_beats, slowest_bpm, fastest_bpm)
        values ('D', 4, 8, 2, 1, 90, 120);
      insert into figures (dance_id, name, kind, tier, minutes, notation) select id, 'F', 'basic', 1, 5,
        E'leader\\n1   L side hold "Two hands"\\n2   R close hold "closed, outside partner"\\nfollower mirror\\nbeats 2\\n'
        from dances;
      insert into figures (dance_id, name, kind, tier, minutes, notation) select id, 'G', 'basic', 1, 5,
        E'leader\\n1   L side hold "cape"\\nbeats 1\\n' from dances;
    `);
    await migrate(url);
    const dance = await db.Dance.findOne();
    const own = dance?.holds.filter(({ name }) => !USUAL_HOLDS.some((hold) => hold.name === name));
    expect(own?.map(({ name, close, facing }) => [name, close, facing])).toEqual([
      ["cape", false, "shadow"],
      ["closed, outside partner", true, "facing"],
    ]);
    expect(dance?.holds.slice(0, USUAL_HOLDS.length)).toEqual(USUAL_HOLDS);
    const [figure] = await db.Figure.findAll({ order: ["name"] });
    expect(figure?.notation).toContain("follower opposite");
    const parsed = dance && parseFigure(figure?.notation ?? "", readingOf(dance.get()));
    expect(parsed?.faults).toEqual([]);
    await db.sequelize.close();
  });
});
