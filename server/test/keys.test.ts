import { randomUUID } from "node:crypto";
import { api, choose, contentOfPlan, type Plan } from "@map-step/contract";
import { QueryTypes } from "sequelize";
import { describe, expect, it } from "vitest";
import { migrate, openDatabase } from "../src/index.ts";
import { newDatabase } from "./new-database.ts";
import { noted, openCourse, sectionContent, studioWithCourse } from "./studio.ts";

const { studio, course, director, teacher } = await studioWithCourse();
const { sequelize } = studio.db;
const rows = <Row extends object>(sql: string, bind: Record<string, unknown> = {}) =>
  sequelize.query<Row>(sql, { bind, type: QueryTypes.SELECT });

describe("what is named is there", () => {
  it("is held by the database for what corrects and what comes after something", async () => {
    const keys = await rows<{ table: string }>(
      `select conrelid::regclass::text as table from pg_constraint
       where contype = 'f' and conrelid = confrelid and conname ~ '_(after|corrects)$' order by 1`,
    );
    expect(keys.map(({ table }) => table)).toEqual(["check_notes", "class_entries", "evidence"]);
  });

  it("lets an entry stand that came after one which was refused, without naming it", async () => {
    const at = { params: { sectionId: course.section.id, week: 1 } };
    const planned = (await teacher.call(api.lessons.read, at)).body;
    const segments = planned.segments.map(({ covered: _covered, reached: _reached, ...content }) => content);
    const lesson = (await teacher.call(api.lessons.change, { ...at, body: { version: 0, segments } })).body;
    const target = lesson.segments[0]?.id ?? "";
    const first = noted({ kind: "spent", target, value: { seconds: 60 } });
    const entries = [
      noted({ kind: "spent", target, value: { seconds: 30 } }, randomUUID()),
      first,
      noted({ kind: "spent", target, value: { seconds: 90 } }, first.id),
    ];
    const { body } = await teacher.call(api.classLog.note, { ...at, body: { entries } });
    expect(body.answers.map(({ outcome }) => outcome === "refused")).toEqual([false, false, false]);
    const kept = (await teacher.call(api.classLog.read, at)).body.entries;
    expect(kept.map(({ after }) => after)).toEqual([null, null, first.id]);
  });

  it("gives each figure of a plan a place of its own", async () => {
    const { planId } = course.level;
    await expect(
      sequelize.query("update plan_figures set position = 0 where plan_id = $planId", { bind: { planId } }),
    ).rejects.toThrow();
  });
});

describe("the room of a section", () => {
  const roomOf = async (id: string) =>
    (
      await rows<{ name: string | null }>(
        "select rooms.name from sections left join rooms on rooms.id = room_id where sections.id = $id",
        { id },
      )
    )[0]?.name ?? null;

  it("is the room of that name, however it is written, whichever of the two came first", async () => {
    const { section } = course;
    expect(await roomOf(section.id)).toBeNull();
    const hall = (await director.call(api.rooms.create, { body: { name: "hall", places: null, note: "" } }))
      .body;
    expect(await roomOf(section.id)).toBe("hall");
    const later = (
      await director.call(api.sections.create, {
        body: sectionContent(course.level.id, { name: "Late", room: " HALL ", firstDate: "2027-02-16" }),
      })
    ).body;
    expect(await roomOf(later.id)).toBe("hall");
    await director.call(api.rooms.change, {
      params: { id: hall.id },
      body: { name: "Great hall", places: null, note: "", version: hall.version },
    });
    const list = (await director.call(api.sections.list)).body;
    expect(list.map(({ room }) => room)).toEqual(["Great hall", "Great hall"]);
    expect(await roomOf(later.id)).toBe("Great hall");
    expect((await director.call(api.rooms.remove, { params: { id: hall.id } })).problem.detail).toContain(
      "Late",
    );
  });
});

describe("a change writes what it changes", () => {
  it("only the rows of a plan that differ", async () => {
    const { home, pass, spin } = course.figures;
    const read = async (): Promise<Plan> =>
      (await director.call(api.plans.read, { params: { id: course.level.planId } })).body;
    const change = async (chosen: Plan["chosen"]) => {
      const plan = await read();
      return director.call(api.plans.change, {
        params: { id: plan.id },
        body: { ...contentOfPlan({ ...plan, chosen }), version: plan.version },
      });
    };
    const written = () =>
      rows<{ figureId: string; row: string }>(
        `select figure_id as "figureId", xmin::text as row from plan_figures where plan_id = $id`,
        { id: course.level.planId },
      ).then((found) => new Map(found.map(({ figureId, row }) => [figureId, row])));
    const before = await written();
    await change([choose(home.id, 1), choose(pass.id, 3), choose(spin.id)]);
    const moved = await written();
    const differ = (one: string) => moved.get(one) !== before.get(one);
    expect([home.id, pass.id, spin.id].map(differ)).toEqual([false, true, false]);
    // Two change places, one goes and comes back.
    const last = [choose(pass.id, 3), { ...choose(home.id, 1), wish: "must" as const }];
    for (const chosen of [last, [...last, choose(spin.id, 4)]]) {
      await change(chosen);
      expect((await read()).chosen).toEqual(chosen);
    }
  });

  it("holds nobody up in the library where nothing changes that others rest on", async () => {
    const held = await sequelize.transaction();
    await sequelize.query("lock table figure_needs in share row exclusive mode", { transaction: held });
    try {
      const { id, ...now } = course.figures.pass;
      const changed = await director.call(api.figures.change, {
        params: { id },
        body: { ...now, minutes: 11 },
      });
      expect([changed.status, changed.body.minutes]).toEqual([200, 11]);
    } finally {
      await held.rollback();
    }
  });
});

it("the keys are laid over a studio in which something names what is not there", async () => {
  const url = await newDatabase(true);
  const old = openDatabase(url);
  const say = (sql: string) => old.sequelize.query(sql);
  try {
    // As the tables were before.
    for (const table of ["class_entries", "evidence", "check_notes"])
      await say(
        `alter table ${table} drop constraint ${table}_${table === "class_entries" ? "after" : "corrects"};
         drop index ${table}_by_${table === "class_entries" ? "after" : "corrects"}`,
      );
    await say(`alter table plan_figures drop constraint plan_figures_position;
      drop function room_of_section() cascade; drop function sections_of_room() cascade;
      alter table sections drop column room_id; delete from migrations where name >= '0037' and name < '0042'`);
    const { section, level } = await openCourse(old);
    await say(`insert into rooms (name) values ('hall');
      update plan_figures set position = 3 where plan_id = '${level.planId}';
      insert into staff (name, email, role) values ('Ilse', 'ilse@x.example', 'teacher');
      insert into students (name, role) values ('Ana', 'leader');
      insert into lessons (id, section_id, week, state) values ('${randomUUID()}', '${section.id}', 1, 'taught');
      insert into checks (id, section_id, held_on, staff_id)
        select '${randomUUID()}', '${section.id}', '2027-02-15', id from staff limit 1;
      insert into class_entries (id, lesson_id, kind, target, value, after, noted_at, staff_id, outcome)
        select '${randomUUID()}', lessons.id, 'remark', 'x', '{"text":"x"}', '${randomUUID()}', now(), staff.id, 'kept'
        from lessons, staff limit 1;
      insert into check_notes (id, check_id, figure_id, text, corrects, noted_at, staff_id)
        select '${randomUUID()}', checks.id, figures.id, 'x', '${randomUUID()}', now(), staff_id from checks, figures limit 1;
      insert into evidence (id, student_id, section_id, check_id, role, figure_id, layer, mark, corrects, place, seen_on, noted_at, staff_id)
        select '${randomUUID()}', students.id, section_id, checks.id, 'leader', figures.id, 'partner', marks.mark,
          '${randomUUID()}'::uuid, 'check', '2027-02-15', now(), staff_id
        from checks, students, (select id from figures limit 1) figures, (values ('alone')) marks (mark)`);
    expect(await migrate(url)).toHaveLength(5);
    const [found] = await old.sequelize.query<Record<string, unknown>>(
      `select (select count(*)::int from sections where room_id is not null) as rooms,
         (select count(*)::int from class_entries where after is null) as entries,
         (select count(*)::int from evidence where corrects is null) as evidence,
         (select count(*)::int from check_notes where corrects is null) as notes,
         (select array_agg(position order by position) from plan_figures where plan_id = '${level.planId}') as places`,
      { type: QueryTypes.SELECT },
    );
    expect(found).toEqual({ rooms: 1, entries: 1, evidence: 1, notes: 1, places: [0, 1, 2] });
  } finally {
    await old.sequelize.close();
  }
});

it("what a check was is told by the names that a check has now", async () => {
  const url = await newDatabase(true);
  const old = openDatabase(url);
  try {
    await old.sequelize.query(
      `alter table checks rename column figures to things;
       alter table checks rename column routine to items;
       delete from migrations where name like '0043%';
       insert into history (list, thing_id, what, state) values
         ('checks', '${randomUUID()}', 'changed', '{"minutes":20,"things":[1],"items":[2]}'),
         ('rooms', '${randomUUID()}', 'changed', '{"name":"hall","items":"kept"}')`,
    );
    await migrate(url);
    const kept = await old.sequelize.query<{ state: unknown }>(
      "select state from history where state ? 'minutes' or state ? 'items' order by list",
      { type: QueryTypes.SELECT },
    );
    expect(kept.map(({ state }) => state)).toEqual([
      { minutes: 20, figures: [1], routine: [2] },
      { name: "hall", items: "kept" },
    ]);
    await expect(old.sequelize.query("delete from history")).rejects.toThrow();
  } finally {
    await old.sequelize.close();
  }
});
