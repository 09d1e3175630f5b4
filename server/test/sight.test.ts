import { randomUUID } from "node:crypto";
import { api } from "@map-step/contract";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openCourse, openStudio, type TestStudio, type Visitor } from "./studio.ts";

/** What somebody gets to see and do of one student: evidence of the old class and of the new one, and whole things. */
const LOOKS = ["old class", "new class", "export", "rename", "what is written"] as const;

describe("who sees what of a student", () => {
  let studio: TestStudio;
  let people: Readonly<Record<"director" | "old" | "new" | "stranger", Visitor>>;
  let [oldId, newId, figureId] = ["", "", ""];
  const idOf = async (visitor: Visitor) => (await visitor.call(api.session.read)).body.person?.id ?? "";
  let student: { id: string; name: string; version: number };

  const note = async (who: Visitor, sectionId: string) => {
    const entry = {
      kind: "seen",
      id: randomUUID(),
      studentId: student.id,
      role: "leader",
      figureId,
      layer: "partner",
      mark: "alone",
      seenOn: "2027-02-15",
      at: "2027-02-15T20:00:00Z",
      corrects: null,
      checkId: null,
    };
    const { body } = await who.call(api.checks.note, {
      params: { id: sectionId },
      body: { entries: [entry] },
    });
    expect(body.answers).toMatchObject([{ outcome: "kept" }]);
    return entry.id;
  };

  beforeAll(async () => {
    studio = await openStudio();
    const course = await openCourse(studio.db);
    people = {
      director: await studio.as("director"),
      old: await studio.as("teacher"),
      new: await studio.as("teacher"),
      stranger: await studio.as("teacher"),
    };
    const { director } = people;
    const content = (await director.call(api.sections.list)).body[0];
    if (!content) throw new Error("the course has a section");
    figureId = course.figures.home.id;
    const make = async (name: string, teacher: Visitor) => {
      const {
        id: _id,
        version: _v,
        dates: _d,
        planId: _p,
        substituteIds: _s,
        standIns: _i,
        ...section
      } = content;
      const body = { ...section, name, teacherIds: [await idOf(teacher)] };
      return (await director.call(api.sections.create, { body })).body.id;
    };
    [oldId, newId] = [await make("Old", people.old), await make("New", people.new)];
    const made = await people.old.call(api.students.create, {
      params: { id: oldId },
      body: { name: "Wendel", role: "leader" },
    });
    student = made.body;
  });
  afterAll(() => studio.close());

  const enrolBy = async (who: Visitor) => {
    const { id: studentId, name } = student;
    const { body } = await who.call(api.students.enrol, {
      params: { id: newId },
      body: { from: "2027-02-01", students: [{ studentId, name, role: "leader" }] },
    });
    return body[0]?.enrolmentId ?? "";
  };
  /** What each person sees now: a letter for each of `LOOKS`, a point where it is closed. */
  async function matrix(): Promise<Record<string, string>> {
    const all: Record<string, string> = {};
    for (const [name, who] of Object.entries(people)) {
      const evidence = await who.call(api.checks.person, { params: { id: student.id } });
      const board = await who.call(api.checks.seen, { params: { id: newId } });
      const seen = new Set(
        [...(evidence.body.evidence ?? []), ...(board.body.evidence ?? [])].map(({ id }) => id),
      );
      const whole = await who.call(api.students.export, { params: { id: student.id } });
      const now = (await people.director.call(api.students.all)).body.find(({ id }) => id === student.id);
      const renamed = await who.call(api.students.change, {
        params: { id: student.id },
        body: { name: "Wendel", role: "leader", version: now?.version ?? 0 },
      });
      const open = [
        [...noted.old].some((id) => seen.has(id)),
        [...noted.new].some((id) => seen.has(id)),
        whole.status === 200,
        renamed.status === 200,
        (whole.body.written ?? []).some(({ text }) => text === REMARK),
      ];
      all[name] = open.map((yes, at) => (yes ? (LOOKS[at]?.[0] ?? "") : ".")).join("");
    }
    return all;
  }
  const REMARK = "Wendel rushes the break.";
  const noted = { old: new Set<string>(), new: new Set<string>() };

  it("is, line for line, what the rule says", async () => {
    noted.old.add(await note(people.old, oldId));
    const planOfOld =
      (await people.old.call(api.sections.list)).body.find(({ id }) => id === oldId)?.planId ?? "";
    const said = { list: "plans", thingId: planOfOld, week: null, counts: null, replyTo: null } as const;
    await people.old.call(api.comments.create, { body: { ...said, text: REMARK } });
    const lines: [string, Record<string, string>][] = [["in the old class only", await matrix()]];
    const enrolment = await enrolBy(people.new);
    noted.new.add(await note(people.new, newId));
    lines.push(["enrolled by the new teacher", await matrix()]);
    const stranger = await people.stranger.call(api.students.open, { params: { id: enrolment } });
    const own = await people.new.call(api.students.open, { params: { id: enrolment } });
    expect([stranger.status, own.status]).toEqual([403, 403]);
    expect((await people.old.call(api.students.open, { params: { id: enrolment } })).status).toBe(200);
    lines.push(["opened by the old teacher", await matrix()]);
    expect((await people.director.call(api.students.open, { params: { id: enrolment } })).status).toBe(200);
    lines.push(["opened by the director", await matrix()]);
    await people.new.call(api.students.remove, { params: { id: enrolment } });
    lines.push(["taken off the new class", await matrix()]);
    await enrolBy(people.director);
    lines.push(["enrolled by the director", await matrix()]);
    console.log(lines.map(([when, who]) => `${when.padEnd(28)} ${JSON.stringify(who)}`).join("\n"));
    expect(lines).toEqual([
      ["in the old class only", { director: "o.erw", old: "o.erw", new: ".....", stranger: "....." }],
      ["enrolled by the new teacher", { director: "onerw", old: "o....", new: ".n...", stranger: "....." }],
      ["opened by the old teacher", { director: "onerw", old: "o....", new: "onerw", stranger: "....." }],
      ["opened by the director", { director: "onerw", old: "o....", new: "onerw", stranger: "....." }],
      ["taken off the new class", { director: "onerw", old: "o....", new: ".....", stranger: "....." }],
      ["enrolled by the director", { director: "onerw", old: "o....", new: "onerw", stranger: "....." }],
    ]);
  });

  it("ends for whoever stepped in with that evening; what they noted then still comes in", async () => {
    const { stranger } = people;
    await stranger.call(api.sections.stepIn, { params: { id: newId } });
    expect((await stranger.call(api.checks.seen, { params: { id: newId } })).status).toBe(200);
    await studio.db.sequelize.query("update section_substitutes set on_day = on_day - 1");
    expect((await stranger.call(api.checks.seen, { params: { id: newId } })).status).toBe(403);
    noted.new.add(await note(stranger, newId));
    const section = (await stranger.call(api.sections.list)).body.find(({ id }) => id === newId);
    expect(section?.substituteIds).toEqual([]);
    await studio.db.sequelize.query("update section_substitutes set on_day = on_day - 10");
    const late = await stranger.call(api.checks.note, { params: { id: newId }, body: { entries: [{}] } });
    expect(late.status).toBe(403);
  });
});
