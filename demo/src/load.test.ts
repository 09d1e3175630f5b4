import { checkPlan } from "@map-step/core/plan";
import { type Database, openDatabase, services } from "@map-step/server";
import { QueryTypes } from "sequelize";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { newDatabaseBeside } from "../../scripts/lib/copies.ts";
import { newDatabase } from "../../server/test/new-database.ts";
import { loadDemoIfNew, resetDemo } from "./index.ts";

const TODAY = "2027-02-16";

let url: string;
let db: Database;
beforeAll(async () => {
  url = await newDatabaseBeside(inject("demoTemplate"), "copy");
  db = openDatabase(url);
});
afterAll(() => db.sequelize.close());

const theSection = async () => {
  const row = await db.Section.findOne({ where: { name: "Monday section" } });
  if (!row) throw new Error("no section");
  return row;
};

describe("the demo studio", () => {
  it("has a director and five teachers whose accounts the sign-in page offers", async () => {
    const staff = await db.Staff.findAll();
    expect(staff.map(({ role }) => role).sort()).toEqual(["director", ...Array(5).fill("teacher")]);
    expect(staff.every(({ demoPassword }) => demoPassword !== null)).toBe(true);
  });

  it("is two lessons into a term with a cancelled week, round the given day", async () => {
    const section = await theSection();
    const lessons = await db.Lesson.findAll({ where: { sectionId: section.id }, order: ["week"] });
    expect(lessons.map(({ week, state }) => [week, state])).toEqual([
      [1, "taught"],
      [2, "taught"],
    ]);
    expect((await services.readLesson(db, section.id, 1)).date).toBe("2027-02-01");
    expect((await services.readLesson(db, section.id, 3)).date).toBe("2027-02-22");
  });

  it("leaves something unfinished, one recap published and one begun", async () => {
    const section = await theSection();
    const next = await services.readLesson(db, section.id, 3);
    expect(next.segments.filter(({ kind }) => kind === "carry-over").map(({ title }) => title)).toEqual([
      "Back-and-forward",
    ]);
    const recaps = [await services.readRecap(db, section.id, 1), await services.readRecap(db, section.id, 2)];
    expect(recaps.map(({ secret }) => secret !== null)).toEqual([true, false]);
  });

  it("has a second section with four lessons taught and one cancelled", async () => {
    const section = await db.Section.findOne({ where: { name: "Thursday section" } });
    const lessons = await db.Lesson.findAll({ where: { sectionId: section?.id ?? "" }, order: ["week"] });
    expect(lessons.map(({ week, state }) => [week, state])).toEqual(
      [1, 2, 4, 5].map((week) => [week, "taught"]),
    );
    await expect(services.readLesson(db, section?.id ?? "", 3)).rejects.toThrow(/cancelled/);
    expect((await services.readLesson(db, section?.id ?? "", 6)).date).toBe("2027-02-18");
  });

  it("has plans without a finding but room to spare, and two things left to solve in one running section", async () => {
    const findingsOf = async (planId: string) =>
      checkPlan(await services.computablePlan(db, await services.readPlan(db, planId)));
    const plans = await db.Plan.findAll();
    const monday = await theSection();
    for (const { id, sectionId } of plans) {
      const codes = (await findingsOf(id)).map(({ code }) => code);
      if (sectionId === monday.id)
        expect(codes).toEqual(expect.arrayContaining(["needs-later", "new-on-last-night"]));
      else expect(codes.filter((code) => code !== "room-left")).toEqual([]);
    }
  });

  it("has a check of eleven students with marks of every sort and some not seen", async () => {
    const section = await theSection();
    const students = await services.listEnrolled(db, section.id);
    expect(students).toHaveLength(11);
    const check = await db.Check.findOne({ where: { sectionId: section.id } });
    const marks = await db.Evidence.findAll({ where: { checkId: check?.id ?? "" } });
    expect(new Set(marks.map(({ staffId }) => staffId)).size).toBe(2);
    expect(new Set(marks.map(({ mark }) => mark)).size).toBe(4);
    const seen = new Set(marks.map(({ studentId, figureId }) => `${studentId} ${figureId}`));
    expect(seen.size).toBeLessThan(students.length * 4);
  });

  it("has dancers of a term behind who went on to the next level", async () => {
    const [row] = await db.sequelize.query<{ both: number }>(
      `select count(*)::int as both from enrolments one join enrolments other using (student_id)
       join sections a on a.id = one.section_id join sections b on b.id = other.section_id
       join levels on levels.id = b.level_id where levels.follows_id = a.level_id`,
      { type: QueryTypes.SELECT },
    );
    expect(row?.both).toBeGreaterThanOrEqual(6);
  });

  it("is laid once, and anew only where it is a demo, on any day it is asked for", async () => {
    await loadDemoIfNew(url, TODAY);
    expect(await db.Studio.count()).toBe(1);
    await db.Figure.update({ name: "Changed" }, { where: { name: "Window" } });
    expect(await resetDemo(url, "2028-12-31")).toBe(true);
    expect(await db.Figure.count({ where: { name: "Changed" } })).toBe(0);
    expect((await theSection()).firstDate).toBe("2028-12-11");
  });

  it("never takes the place of somebody's own studio", async () => {
    const own = await newDatabase(true);
    const mine = openDatabase(own);
    await mine.Studio.create({ id: 1, name: "My own", timeZone: "UTC" });
    const director = { name: "Me", email: "me@own.example", role: "director", active: true } as const;
    await services.createStaff(mine, { ...director, password: "my very own one" });
    expect(await resetDemo(own, TODAY)).toBe(false);
    await loadDemoIfNew(own, TODAY);
    expect((await mine.Studio.findByPk(1))?.name).toBe("My own");
    expect(await mine.Figure.count()).toBe(0);
    await mine.sequelize.close();
  });
});
