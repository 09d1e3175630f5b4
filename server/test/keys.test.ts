import { randomUUID } from "node:crypto";
import { api, choose, contentOfPlan, type Plan } from "@map-step/contract";
import { QueryTypes } from "sequelize";
import { describe, expect, it } from "vitest";
import { noted, sectionContent, studioWithCourse } from "./studio.ts";

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
