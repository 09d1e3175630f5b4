import { api, type ChosenFigure, choose, contentOfPlan, type PlanContent } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { seen } from "./seen.ts";
import { levelContent, PASSWORD, sectionContent, studioWithCourse } from "./studio.ts";

const { studio, course, director } = await studioWithCourse();
const planOf = async (planId: string) =>
  (await director.call(api.plans.read, { params: { id: planId } })).body;

describe("levels", () => {
  const create = (about = {}) =>
    director.call(api.levels.create, { body: levelContent(course.danceId, about) });

  it("of a dance are read with all their plans at once", async () => {
    const of = (id: string) => director.call(api.plans.ofDance, { params: { id } });
    const { body } = await of(course.danceId);
    const ids = [course.level.planId, course.section.planId];
    expect(body.map(({ id }) => id).sort()).toEqual(ids.sort());
    for (const plan of body) expect(plan).toEqual(await planOf(plan.id));
    expect((await of("00000000-0000-4000-8000-000000000000")).status).toBe(404);
  });

  it("must leave minutes for figures", async () => {
    const { status, problem } = await create({
      name: "Full",
      lessonMinutes: 20,
      warmUpMinutes: 10,
      wrapMinutes: 8,
    });
    expect(status).toBe(422);
    expect(problem.errors?.[0]?.path).toBe("lessonMinutes");
  });

  it("bring along what the level before places, and never follow each other in a circle", async () => {
    const second = (await create({ name: "Level two", followsId: course.level.id })).body;
    const { home, pass } = course.figures;
    expect((await planOf(second.planId)).known.sort()).toEqual([home.id, pass.id].sort());
    const { id, planId: _planId, ...first } = course.level;
    const circle = await director.call(api.levels.change, {
      params: { id },
      body: { ...first, followsId: second.id },
    });
    expect(circle.problem.errors?.[0]?.path).toBe("followsId");
    const held = await director.call(api.levels.remove, { params: { id } });
    expect(held.status).toBe(409);
    expect(held.problem.detail).toContain("Level two");
  });

  it("are copied with their settings, their plan and their rule, without what belongs to dates", async () => {
    const { body: level } = await create({ name: "L".repeat(80), aim: "cross the floor" });
    const { home, pass } = course.figures;
    const plan = contentOfPlan(await planOf(level.planId));
    const special = [
      { week: 2, kind: "cancelled" as const, minutes: 0 },
      { week: 4, kind: "check" as const, minutes: 20 },
    ];
    const chosen = [choose(home.id, 1), { ...choose(pass.id, 3), pinned: true, wish: "must" as const }];
    await director.call(api.plans.change, {
      params: { id: level.planId },
      body: { ...plan, chosen, special, version: 1 },
    });
    const clauses = [{ kind: "timing" as const, within: 40 }];
    await director.call(api.checks.changeRule, { params: { id: level.id }, body: { clauses, version: 0 } });
    const copies = [];
    for (let time = 0; time < 2; time++)
      copies.push((await director.call(api.levels.copy, { params: { id: level.id } })).body);
    expect(copies.map(({ name }) => name)).toEqual([`${"L".repeat(74)}, copy`, `${"L".repeat(72)}, copy 2`]);
    const [copy] = copies;
    expect(copy).toMatchObject({ aim: "cross the floor", weeks: 6, followsId: null, version: 1 });
    const copied = await planOf(copy?.planId ?? "");
    expect(copied.chosen).toEqual(chosen);
    expect(copied.special).toMatchObject([{ week: 4, kind: "check" }]);
    const rule = await director.call(api.checks.rule, { params: { id: copy?.id ?? "" } });
    expect(rule.body.clauses).toEqual(clauses);
    for (const { id } of [...copies, level]) await director.call(api.levels.remove, { params: { id } });
  });

  it("put figures beyond a new, earlier end back to waiting, in every plan", async () => {
    const { id, planId } = (await create({ name: "Shrinking" })).body;
    const [{ home }, content] = [course.figures, levelContent(course.danceId, { name: "Shrinking" })];
    await director.call(api.plans.change, {
      params: { id: planId },
      body: {
        version: 1,
        chosen: [{ ...choose(home.id, 5), pinned: true }],
        special: [
          { week: 2, kind: "guest", minutes: 20 },
          { week: 6, kind: "routine", minutes: 30 },
        ],
        muted: [],
        away: [],
      },
    });
    const section = (await director.call(api.sections.create, { body: sectionContent(id) })).body;
    const changed = await director.call(api.levels.change, {
      params: { id },
      body: { ...content, weeks: 4, version: 1 },
    });
    expect(changed.body.weeks).toBe(4);
    for (const plan of [await planOf(planId), await planOf(section.planId)])
      expect(plan).toMatchObject({
        chosen: [choose(home.id)],
        special: [{ week: 2, kind: "guest", minutes: 20 }],
      });
  });

  it("keep every field that is written, as sections and dances do", async () => {
    const written = levelContent(course.danceId, {
      name: "Told in full",
      aim: "turn once",
      bpm: 110,
      talkWeek: 2,
    });
    const { id } = (await director.call(api.levels.create, { body: written })).body;
    const all = (await director.call(api.levels.list)).body;
    expect(all.find((one) => one.id === id)).toMatchObject(written);
    const own = sectionContent(id, { name: "Noted", goodToKnow: "The side door" });
    const section = (await director.call(api.sections.create, { body: own })).body;
    expect(section).toMatchObject(own);
    const { dates: _dates, planId: _planId, ...kept } = section;
    const changed = await director.call(api.sections.change, {
      params: { id: section.id },
      body: { ...kept, goodToKnow: "" },
    });
    expect(changed.body.goodToKnow).toBe("");
    const { id: danceId, ...dance } = (await director.call(api.dances.list)).body[0] ?? { id: "" };
    const music = { ...dance, music: "Slow songs" } as never;
    expect(
      (await director.call(api.dances.change, { params: { id: danceId }, body: music })).body.music,
    ).toBe("Slow songs");
  });

  it("go and come back", async () => {
    const { id } = (await create({ name: "Short-lived" })).body;
    const names = async () => (await director.call(api.levels.list)).body.map(({ name }) => name);
    await director.call(api.levels.remove, { params: { id } });
    expect(await names()).not.toContain("Short-lived");
    await director.call(api.levels.restore, { params: { id } });
    expect(await names()).toContain("Short-lived");
  });
});

describe("plans", () => {
  it("hold figures of their dance in weeks of their level, each once", async () => {
    const { planId } = course.level;
    const { version } = await planOf(planId);
    const { home } = course.figures;
    const change = (chosen: ChosenFigure[], more: Partial<PlanContent> = {}) =>
      director.call(api.plans.change, {
        params: { id: planId },
        body: { version, chosen, special: [], muted: [], away: [], ...more },
      });
    const late = await change([choose(home.id, 7)]);
    expect(late.problem.errors).toEqual([{ path: "chosen.0.week", message: "The level ends after week 6" }]);
    const stranger = await change([choose("00000000-0000-4000-8000-000000000000", 1)]);
    expect(stranger.problem.errors?.[0]?.path).toBe("chosen.0.figureId");
    expect((await change([choose(home.id, 1), choose(home.id, 2)])).status).toBe(422);
    const strange = await change([{ ...choose(home.id, 1), approachId: "nonsense" }]);
    expect(strange.problem.errors).toEqual([
      { path: "chosen.0.approachId", message: "This approach is not there any more" },
    ]);
    const beyond = await change([], { special: [{ week: 7, kind: "check", minutes: 10 }] });
    expect(beyond.problem.errors?.[0]?.path).toBe("special");
    expect((await planOf(planId)).version).toBe(version);
  });

  it("of a section are its own: a change leaves the level's as it was", async () => {
    const levelPlan = await planOf(course.level.planId);
    const copy = await planOf(course.section.planId);
    expect(copy.chosen).toEqual(levelPlan.chosen);
    const { home } = course.figures;
    const chosen = copy.chosen.map((entry) => (entry.figureId === home.id ? { ...entry, week: 2 } : entry));
    await director.call(api.plans.change, {
      params: { id: copy.id },
      body: { ...contentOfPlan(copy), version: copy.version, chosen },
    });
    expect((await planOf(copy.id)).chosen).toEqual(chosen);
    expect(await planOf(levelPlan.id)).toEqual(levelPlan);
    const stale = await director.call(api.plans.change, {
      params: { id: copy.id },
      body: { ...contentOfPlan(copy), version: copy.version, chosen },
    });
    expect(stale.status).toBe(409);
    expect(stale.problem.current).toEqual(await planOf(copy.id));
    await director.call(api.plans.change, {
      params: { id: copy.id },
      body: { ...contentOfPlan(copy), version: copy.version + 1 },
    });
  });
});

describe("sections", () => {
  it("meet weekly and leave days off out", async () => {
    const body = sectionContent(course.level.id, { name: "With a break", daysOff: ["2027-03-01"] });
    const { dates } = (await director.call(api.sections.create, { body })).body;
    expect(dates).toEqual([
      "2027-02-15",
      "2027-02-22",
      "2027-03-08",
      "2027-03-15",
      "2027-03-22",
      "2027-03-29",
    ]);
  });

  it("refuse a day that is none, a time that is none and a level that is not there", async () => {
    const body = sectionContent("00000000-0000-4000-8000-000000000000", {
      firstDate: "2027-02-30",
      startTime: "7pm",
    });
    const { problem } = await director.call(api.sections.create, { body });
    expect(problem.errors?.map(({ path }) => path)).toEqual(["firstDate", "startTime"]);
    const elsewhere = await director.call(api.sections.create, { body: sectionContent(body.levelId) });
    expect(elsewhere.problem.errors?.map(({ path }) => path)).toEqual(["levelId"]);
  });

  it("keep a roster that teachers may write, and bring a student back with the marks", async () => {
    const teacher = await studio.as("teacher");
    const params = { id: course.section.id };
    const { body: ana } = await teacher.call(api.students.create, {
      params,
      body: { name: "Ana", role: "follower" },
    });
    await teacher.call(api.students.create, { params, body: { name: "Ben", role: "leader" } });
    expect((await teacher.call(api.students.list, { params })).body.map(({ name }) => name)).toEqual([
      "Ben",
      "Ana",
    ]);
    const twice = await teacher.call(api.students.create, { params, body: { name: "ana", role: "leader" } });
    expect(twice.problem.errors?.[0]?.path).toBe("name");
    await teacher.call(api.checks.note, {
      params,
      body: { entries: [seen(ana.id, course.figures.home.id)] },
    });
    await teacher.call(api.students.remove, { params: { id: ana.enrolmentId } });
    expect((await teacher.call(api.students.list, { params })).body).toHaveLength(1);
    await teacher.call(api.students.restore, { params: { id: ana.enrolmentId } });
    const again = (await teacher.call(api.checks.seen, { params })).body;
    expect(again.evidence).toMatchObject([{ studentId: ana.id, mark: "alone" }]);
    const renamed = await teacher.call(api.students.change, {
      params: { id: ana.id },
      body: { name: "Anna", role: "leader", version: ana.version },
    });
    expect(renamed.body).toMatchObject({ name: "Anna", role: "leader", version: 2 });
  });

  it("go and come back", async () => {
    const params = { id: course.section.id };
    await director.call(api.sections.remove, { params });
    expect((await director.call(api.lessons.list, { params })).status).toBe(404);
    expect((await director.call(api.sections.restore, { params })).body).toMatchObject({ name: "Monday" });
  });
});

describe("staff", () => {
  const member = { name: "New", email: "new@test.example", role: "teacher" as const, active: true };

  it("are added by the director and can sign in at once", async () => {
    const { status } = await director.call(api.staff.create, { body: { ...member, password: PASSWORD } });
    expect(status).toBe(200);
    const visitor = await studio.visitor();
    const entered = await visitor.call(api.session.signIn, {
      body: { email: member.email, password: PASSWORD },
    });
    expect(entered.body.person?.role).toBe("teacher");
    const twice = await director.call(api.staff.create, { body: { ...member, password: PASSWORD } });
    expect(twice.problem.errors?.[0]?.path).toBe("email");
  });

  it("show nobody a password, not even in a conflict", async () => {
    const all = (await director.call(api.staff.list)).body;
    const one = all.find(({ email }) => email === member.email);
    const stale = await director.call(api.staff.change, {
      params: { id: one?.id },
      body: { ...member, version: 99, password: "another long one" },
    });
    expect(stale.status).toBe(409);
    for (const text of [JSON.stringify(all), JSON.stringify(stale.problem)])
      expect(text.replaceAll('"hasPassword":true', "")).not.toMatch(/password|argon2/i);
  });

  it("always keep a director who can sign in", async () => {
    const me = (await director.call(api.staff.list)).body.find(({ role }) => role === "director");
    if (!me) throw new Error("no director");
    const { id, ...content } = me;
    const answer = await director.call(api.staff.change, {
      params: { id },
      body: { ...content, active: false },
    });
    expect(answer.status).toBe(422);
    expect((await director.call(api.staff.list)).status).toBe(200);
  });
});
