import { randomUUID } from "node:crypto";
import { api, type SeenEntry } from "@map-step/contract";
import { MARKS } from "@map-step/core/check";
import { describe, expect, it } from "vitest";
import { seen } from "./seen.ts";
import { levelContent, sectionContent, studioWithCourse, TODAY } from "./studio.ts";

const { studio, course, director, teacher, other } = await studioWithCourse();
const { home, spin: turn } = course.figures;
const params = { id: course.section.id };

const student = async (name: string, sectionId = course.section.id) =>
  (await director.call(api.students.create, { params: { id: sectionId }, body: { name, role: "leader" } }))
    .body;
const note = async (
  who: typeof director,
  entries: readonly (SeenEntry | Record<string, unknown>)[],
  of = params,
) => who.call(api.checks.note, { params: of, body: { entries: [...entries] } });
const checkOn = async (heldOn: string) =>
  (await director.call(api.checks.create, { params, body: { heldOn } })).body;

describe("what was seen", () => {
  it("is kept as each of two people said it, once however often it is sent, in the order in which it came", async () => {
    const { id } = await student("Cleo");
    const check = await checkOn("2027-02-20");
    const [one, two] = [
      seen(id, home.id, { checkId: check.id, mark: "with-help" }),
      seen(id, home.id, { checkId: check.id, mark: "dances-it" }),
    ];
    const answers = await Promise.all([
      note(director, [one]),
      note(teacher, [two]),
      note(director, [one, one]),
    ]);
    for (const { body } of answers)
      expect(body.answers.every(({ outcome }) => outcome === "kept")).toBe(true);
    const kept = (await teacher.call(api.checks.seen, { params })).body.evidence.filter(
      (entry) => entry.studentId === id,
    );
    expect(kept.map(({ mark, where }) => `${mark} ${where}`).sort()).toEqual([
      "dances-it check",
      "with-help check",
    ]);
    expect(new Set(kept.map(({ markerId }) => markerId)).size).toBe(2);
    expect((await director.call(api.checks.list, { params })).body[0]).toMatchObject({
      id: check.id,
      marks: 2,
    });
  });

  it("is corrected and taken back by further entries, and never changed in the database", async () => {
    const { id } = await student("Dora");
    const first = seen(id, turn.id);
    const better = seen(id, turn.id, { mark: "dances-it", corrects: first.id });
    const gone = seen(id, turn.id, { mark: null, corrects: better.id });
    const { body } = await note(director, [first, better, gone]);
    expect(body.answers.map(({ outcome }) => outcome)).toEqual(["kept", "kept", "kept"]);
    expect(body.evidence.filter((entry) => entry.studentId === id).map(({ mark }) => mark)).toEqual([
      "alone",
      "dances-it",
      null,
    ]);
    const say = (sql: string) => studio.db.sequelize.query(sql);
    for (const sql of ["update evidence set mark = 'not-yet'", "delete from evidence", "truncate evidence"])
      await expect(say(sql)).rejects.toThrow("never changed");
  });

  it("refuses each entry that cannot be kept with its reason, and holds no other back", async () => {
    const { id } = await student("Enid");
    const otherSection = (
      await director.call(api.sections.create, { body: sectionContent(course.level.id, { name: "Other" }) })
    ).body;
    const stranger = await student("Fern", otherSection.id);
    const good = seen(id, home.id);
    const { body } = await note(director, [
      seen(stranger.id, home.id),
      seen(id, randomUUID()),
      seen(id, home.id, { checkId: randomUUID() }),
      seen(id, home.id, { corrects: randomUUID(), mark: null }),
      seen(id, home.id, { mark: null }),
      { ...seen(id, home.id), mark: "superb" },
      { id: 7 },
      { ...seen(id, home.id), role: "a\u0000b" },
      good,
    ]);
    expect(body.answers.map(({ outcome }) => outcome)).toEqual([...Array(8).fill("refused"), "kept"]);
    expect(body.answers.map(({ why }) => why)).toMatchObject([
      "This student is not in the section.",
      "This figure is not there.",
      "This check is not there any more.",
      "What it corrects is not there.",
      expect.stringContaining("names what it takes back"),
      expect.stringContaining("mark"),
      expect.stringContaining("cannot be read"),
      expect.stringContaining("character"),
      null,
    ]);
    const elsewhere = await note(director, [seen(stranger.id, home.id, { id: good.id })], {
      id: otherSection.id,
    });
    expect(elsewhere.body.answers[0]?.outcome).toBe("refused");
  });

  it("corrects nobody else's word, nothing of another dancer, and nothing of another section", async () => {
    const [a, b] = [await student("Imke"), await student("Jule")];
    const elsewhere = (
      await director.call(api.sections.create, { body: sectionContent(course.level.id, { name: "Apart" }) })
    ).body;
    const c = await student("Karla", elsewhere.id);
    const first = seen(a.id, home.id);
    const far = seen(c.id, home.id);
    await note(director, [first]);
    await note(director, [far], { id: elsewhere.id });
    const back = (id: string, corrects: string) => seen(id, home.id, { mark: null, corrects });
    const { body } = await note(teacher, [back(a.id, first.id), back(b.id, first.id), back(a.id, far.id)]);
    expect(body.answers.map(({ why }) => why)).toEqual([
      "Somebody else saw that; say what you saw beside it.",
      "What it corrects is not there.",
      "What it corrects is not there.",
    ]);
    expect(body.evidence.find(({ id }) => id === first.id)?.mark).toBe("alone");
    expect((await note(director, [back(a.id, first.id)])).body.answers[0]?.outcome).toBe("kept");
  });

  it("is seen and marked by who teaches the section, and by who steps in", async () => {
    const [one, two] = [await teacher.call(api.session.read), await other.call(api.session.read)];
    const body = sectionContent(course.level.id, { name: "Own", teacherIds: [one.body.person?.id ?? ""] });
    const section = (await director.call(api.sections.create, { body })).body;
    const own = { params: { id: section.id } };
    const { id } = await student("Gwen", section.id);
    expect((await other.call(api.checks.seen, own)).status).toBe(403);
    expect((await note(other, [seen(id, home.id)], own.params)).status).toBe(403);
    expect((await other.call(api.students.export, { params: { id } })).status).toBe(403);
    expect((await other.call(api.checks.person, { params: { id } })).status).toBe(403);
    expect((await other.call(api.students.all)).body.map(({ name }) => name)).not.toContain("Gwen");
    expect((await teacher.call(api.students.all)).body.map(({ name }) => name)).toContain("Gwen");
    const stepped = await other.call(api.sections.stepIn, own);
    expect(stepped.body.substituteIds).toEqual([two.body.person?.id]);
    expect((await other.call(api.sections.stepIn, own)).body.substituteIds).toHaveLength(1);
    expect((await note(other, [seen(id, home.id)], own.params)).body.answers[0]?.outcome).toBe("kept");
    expect((await other.call(api.checks.person, { params: { id } })).body.evidence).toHaveLength(1);
  });

  it("counts a measured timing beside the marks", async () => {
    const { id } = await student("Hilde");
    const measure = { bpm: 100, taps: 8, missed: 0, extra: 0, offset: 34, spread: 12, byCount: [] };
    const body = { id: randomUUID(), figureId: home.id, sequenceId: null, measure };
    await teacher.call(api.practice.keep, { params: { id }, body });
    const all = (await teacher.call(api.checks.person, { params: { id } })).body.evidence;
    expect(all).toMatchObject([{ where: "measured", offset: 34, mark: null, figureId: home.id }]);
  });
});

describe("a check", () => {
  it("is designed on its version, moved to another day, and shared by who begins it again", async () => {
    const check = await checkOn("2027-04-01");
    const figures = [{ figureId: home.id, layer: "partner" as const }];
    const change = (about: object, version = check.version) =>
      teacher.call(api.checks.change, {
        params: { id: check.id },
        body: { heldOn: "2027-04-01", minutes: 20, figures, routine: [], version, ...about },
      });
    expect((await change({})).body).toMatchObject({ figures, minutes: 20, version: 2 });
    const stale = await change({ minutes: 30 });
    expect([stale.status, stale.problem.current]).toMatchObject([409, { minutes: 20 }]);
    const later = await checkOn("2027-04-08");
    expect((await change({ heldOn: "2027-04-08" }, 2)).problem.errors?.[0]?.path).toBe("heldOn");
    expect((await change({ figures: [...figures, ...figures] }, 2)).problem.errors?.[0]?.path).toBe(
      "figures",
    );
    expect((await change({ figures: [{ figureId: randomUUID(), layer: "count" }] }, 2)).status).toBe(422);
    expect((await checkOn("2027-04-01")).id).toBe(check.id);
    expect((await director.call(api.checks.remove, { params: { id: later.id } })).status).toBe(200);
    const { id } = await student("Inga");
    await note(teacher, [seen(id, home.id, { checkId: check.id })]);
    expect((await director.call(api.checks.remove, { params: { id: check.id } })).status).toBe(409);
  });

  it("is listed with those of one's other classes, and with nobody else's", async () => {
    const one = (await teacher.call(api.session.read)).body.person?.id ?? "";
    const body = sectionContent(course.level.id, { name: "Their own", teacherIds: [one] });
    const section = (await director.call(api.sections.create, { body })).body;
    const { id } = (
      await teacher.call(api.checks.create, {
        params: { id: section.id },
        body: { heldOn: "2027-03-05" },
      })
    ).body;
    const { id: dancer } = await student("Jorun", section.id);
    await note(teacher, [seen(dancer, home.id, { checkId: id })], { id: section.id });
    const mine = async (who: typeof director) => (await who.call(api.checks.mine)).body;
    const line = { id, sectionId: section.id, heldOn: "2027-03-05", marks: 1 };
    for (const who of [teacher, director]) expect(await mine(who)).toContainEqual(line);
    expect((await mine(other)).map((check) => check.id)).not.toContain(id);
    const days = (await mine(director)).map(({ heldOn }) => heldOn);
    expect(days).toEqual(days.toSorted().reverse());
    await director.call(api.sections.remove, { params: { id: section.id } });
    expect((await mine(director)).map((check) => check.id)).not.toContain(id);
  });

  it("keeps notes about figures, and takes them back", async () => {
    const check = await checkOn("2027-04-15");
    const about = {
      kind: "note",
      at: `${TODAY}T20:00:00.000Z`,
      figureId: home.id,
      checkId: check.id,
    } as const;
    const first = { ...about, id: randomUUID(), text: "Most rush the third count.", corrects: null };
    const kept = await note(teacher, [first]);
    expect(kept.body.notes).toMatchObject([{ text: first.text, by: "teacher 1" }]);
    const back = await note(director, [{ ...about, id: randomUUID(), text: null, corrects: first.id }]);
    expect(back.body.notes).toEqual([]);
    await expect(studio.db.sequelize.query("update check_notes set text = 'x'")).rejects.toThrow(
      "never changed",
    );
  });
});

describe("a level over all of its sections", () => {
  it("says what marks say of figures and markers, and names no student", async () => {
    const [a, b] = [await student("Jonna"), await student("Kaja")];
    const before = (await director.call(api.checks.level, { params: { id: course.level.id } })).body;
    const marked = MARKS.flatMap((mark) => [
      seen(a.id, home.id, { mark, layer: "style" }),
      seen(b.id, turn.id, { mark, layer: "style" }),
    ]);
    await note(director, marked);
    await note(teacher, [seen(a.id, home.id, { layer: "style", mark: "with-help" })]);
    const { body } = await director.call(api.checks.level, { params: { id: course.level.id } });
    expect(body.model.marks).toBe(before.model.marks + 9);
    expect(body.model.dancers).toBeGreaterThan(before.model.dancers);
    const pair = body.twice.find(({ layer }) => layer === "style");
    expect([pair?.first, pair?.second].sort()).toEqual(["dances-it", "with-help"]);
    expect(body.sections.find(({ sectionId }) => sectionId === course.section.id)?.figures.length).toBe(2);
    expect(JSON.stringify(body)).not.toContain(a.id);
  });

  it("states its rule on its version", async () => {
    const at = { params: { id: course.level.id } };
    expect((await teacher.call(api.checks.rule, at)).body).toMatchObject({ clauses: [], version: 0 });
    const clauses = [{ kind: "timing" as const, within: 60 }];
    const say = (who: typeof director, version: number, more = clauses) =>
      who.call(api.checks.changeRule, { ...at, body: { clauses: more, version } });
    expect((await say(teacher, 0)).status).toBe(403);
    expect((await say(director, 0)).body).toMatchObject({ clauses, version: 1 });
    expect((await say(director, 0)).status).toBe(409);
    expect((await say(director, 1, [{ kind: "timing", within: 40 }])).body.version).toBe(2);
    expect((await say(director, 2, [])).status).toBe(422);
  });
});

describe("next term's groups", () => {
  it("are kept on their version, and everybody moves up in one step that can be taken back", async () => {
    const goal = (
      await director.call(api.sections.create, { body: sectionContent(course.level.id, { name: "Next" }) })
    ).body;
    const [a, b] = [await student("Lena"), await student("Maud")];
    const at = { params: { id: course.level.id } };
    const content = {
      goalIds: [goal.id],
      goes: [],
      wishes: [],
      locks: [{ studentId: a.id, sectionId: goal.id }],
    };
    expect((await teacher.call(api.groups.read, at)).status).toBe(403);
    expect((await director.call(api.groups.read, at)).body.version).toBe(0);
    const kept = await director.call(api.groups.change, { ...at, body: { ...content, version: 0 } });
    expect(kept.body).toMatchObject({ ...content, version: 1 });
    expect((await director.call(api.groups.change, { ...at, body: { ...content, version: 0 } })).status).toBe(
      409,
    );

    const batchId = randomUUID();
    const moves = [
      { studentId: a.id, sectionId: goal.id, waiting: false },
      { studentId: b.id, sectionId: goal.id, waiting: true },
    ];
    const send = () =>
      director.call(api.groups.moveUp, { ...at, body: { batchId, from: "2027-06-01", moves } });
    const first = await send();
    expect((await send()).body).toEqual(first.body);
    expect(first.body.map(({ name, waiting, from }) => [name, waiting, from])).toEqual([
      ["Lena", false, "2027-06-01"],
      ["Maud", true, "2027-06-01"],
    ]);
    const roster = async () =>
      (await director.call(api.students.list, { params: { id: goal.id } })).body.length;
    expect(await roster()).toBe(2);
    const undo = () => director.call(api.groups.undo, { params: { id: course.level.id, batchId } });
    expect((await undo()).status).toBe(200);
    expect(await roster()).toBe(0);
    const missing = [{ studentId: randomUUID(), sectionId: goal.id, waiting: false }];
    const refused = await director.call(api.groups.moveUp, {
      ...at,
      body: { batchId: randomUUID(), from: "2027-06-01", moves: [...moves, ...missing] },
    });
    expect([refused.status, await roster()]).toEqual([422, 0]);
  });
});

describe("the next course", () => {
  it("knows which figures its own dancers had and lacked before it began", async () => {
    const level = (
      await director.call(api.levels.create, {
        body: levelContent(course.danceId, { name: "After", followsId: course.level.id, breakWeeks: 0 }),
      })
    ).body;
    const section = (
      await director.call(api.sections.create, {
        body: sectionContent(level.id, { name: "After, Mondays", firstDate: "2027-06-07" }),
      })
    ).body;
    const [a, b] = [await student("Nora"), await student("Odd")];
    const first = seen(b.id, home.id, { mark: "dances-it", seenOn: "2027-05-01" });
    await note(director, [
      seen(a.id, home.id, { mark: "with-help", seenOn: "2027-05-01" }),
      first,
      seen(b.id, home.id, { mark: "alone", seenOn: "2027-05-01", corrects: first.id }),
      // Seen once the course had begun, it says nothing of what they brought along.
      seen(a.id, home.id, { mark: "dances-it", seenOn: "2027-06-14" }),
    ]);
    await director.call(api.students.enrol, {
      params: { id: section.id },
      body: {
        from: "2027-06-07",
        students: [a, b].map(({ id, name }) => ({ studentId: id, name, role: "leader" as const })),
      },
    });
    const { body: plan } = await director.call(api.plans.read, { params: { id: section.planId } });
    expect(plan.brought).toEqual([{ figureId: home.id, have: 1, seen: 2 }]);
    const { body: lesson } = await director.call(api.lessons.read, {
      params: { sectionId: section.id, week: 1 },
    });
    expect(lesson.segments.map(({ title }) => title)).toContain("Back to Home");
  });
});
