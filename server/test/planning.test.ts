import { type ApproachContent, api, choose, contentOfPlan, type Plan } from "@map-step/contract";
import ICAL from "ical.js";
import { describe, expect, it } from "vitest";
import { levelContent, noted, sectionContent, studioWithCourse } from "./studio.ts";

const { course, director, teacher } = await studioWithCourse();

const planOf = async (id: string): Promise<Plan> =>
  (await director.call(api.plans.read, { params: { id } })).body;
const change = (plan: Plan, about: Partial<Plan>) =>
  director.call(api.plans.change, {
    params: { id: plan.id },
    body: { ...contentOfPlan({ ...plan, ...about }), version: plan.version },
  });

const OURS: ApproachContent = {
  name: "Ours",
  reason: "Music first.",
  ages: [[{ layer: "rhythm", share: 1 }], [{ layer: "style", share: 0.5 }]],
  returns: [2, 5],
  returnMinutes: 3,
};

describe("what a plan wants of its figures", () => {
  it("is kept with the plan, copied into a section's, and told with a conflict", async () => {
    const plan = await planOf(course.level.planId);
    const { home } = course.figures;
    const wanted = {
      ...choose(home.id, 1),
      pinned: true,
      wish: "must" as const,
      worth: 9,
      pieces: 2,
      extraReturns: [5],
    };
    const chosen = plan.chosen.map((entry) => (entry.figureId === home.id ? wanted : entry));
    const special = [{ week: 4, kind: "cancelled" as const, minutes: 0 }];
    const muted = [{ key: "fades:x:", reason: "On purpose." }];
    const changed = await change(plan, { chosen, special, muted });
    expect(changed.body).toMatchObject({ chosen, special, muted });
    const { planId } = (
      await director.call(api.sections.create, {
        body: { ...course.section, name: "Copied", levelId: course.level.id },
      })
    ).body;
    expect(await planOf(planId)).toMatchObject({ chosen, special, muted, notReached: [] });
    expect((await change(plan, {})).problem.current).toMatchObject({ chosen, special });
  });

  it("is refused where it cannot be", async () => {
    const plan = await planOf(course.level.planId);
    const [first] = plan.chosen;
    if (!first) throw new Error("nothing chosen");
    for (const about of [{ worth: 0 }, { pieces: 7 }, { wish: "perhaps" as never }, { extraReturns: [0] }])
      expect((await change(plan, { chosen: [{ ...first, ...about }] })).status).toBe(422);
    const twice = { week: 2, kind: "guest" as const, minutes: 10 };
    expect((await change(plan, { special: [twice, twice] })).status).toBe(422);
    expect((await planOf(plan.id)).version).toBe(plan.version);
  });
});

describe("a cancelled lesson", () => {
  it("is told as such, cannot be opened, and hands on to the next what the one before left", async () => {
    const { planId, id } = course.section;
    const plan = await planOf(planId);
    await change(plan, { special: [{ week: 2, kind: "cancelled", minutes: 0 }] });
    const lessons = (await teacher.call(api.lessons.list, { params: { id } })).body;
    expect(lessons.map(({ cancelled }) => cancelled)).toEqual([false, true, false, false, false, false]);
    const params = (week: number) => ({ params: { sectionId: id, week } });
    const gone = await teacher.call(api.lessons.read, params(2));
    expect(gone.status).toBe(404);
    expect(gone.problem.detail).toContain("cancelled");
    const first = (await teacher.call(api.lessons.read, params(1))).body;
    const segments = first.segments.map(({ covered: _covered, reached: _reached, ...content }) => content);
    await teacher.call(api.lessons.change, { ...params(1), body: { version: 0, segments } });
    const ended = noted({ kind: "ended", target: "class", value: { ended: true } });
    expect((await teacher.call(api.classLog.note, { ...params(1), body: { entries: [ended] } })).status).toBe(
      200,
    );
    const figureId = course.figures.home.id;
    expect(await planOf(planId)).toMatchObject({
      notReached: [{ figureId, week: 1 }],
      held: [{ week: 1, danced: [] }],
    });
    const third = (await teacher.call(api.lessons.read, params(3))).body;
    expect(third.segments[1]).toMatchObject({ kind: "carry-over", title: "Home" });
    expect(third.segments.map(({ title }) => title)).toContain("Pass");
    const home = segments.find((part) => part.figureId === figureId);
    const done = noted({
      kind: "mark",
      target: home?.id ?? "",
      value: { covered: "part", reached: "steps" },
    });
    await teacher.call(api.classLog.note, { ...params(1), body: { entries: [done] } });
    expect(await planOf(planId)).toMatchObject({
      notReached: [],
      held: [{ week: 1, danced: [{ figureId, layer: "steps" }] }],
    });
  });
});

describe("the calendar of a section", () => {
  const events = async (id: string) => {
    const { text } = (await teacher.call(api.sections.calendar, { params: { id } })).body;
    const all = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents("vevent");
    return all.map((one) => new ICAL.Event(one));
  };

  it("has one event a lesson with what is new, and keeps a cancelled one as cancelled", async () => {
    const { id, planId } = course.section;
    const before = await events(id);
    const plan = await planOf(planId);
    await change(plan, { special: [{ week: 3, kind: "cancelled", minutes: 0 }] });
    const after = await events(id);
    expect(after.map(({ uid }) => uid)).toEqual(before.map(({ uid }) => uid));
    const status = after.map(({ component }) => component.getFirstPropertyValue("status"));
    expect(status).toEqual([1, 2, 3, 4, 5, 6].map((week) => (week === 3 ? "CANCELLED" : "CONFIRMED")));
    after.forEach(({ sequence }, index) => {
      expect(sequence).toBeGreaterThan(before[index]?.sequence ?? 0);
    });
    expect(after[0]).toMatchObject({ location: "Hall", summary: "Level one, week 1" });
    expect(after[0]?.description).toMatch(/^New: Home/);
    expect(after[2]?.summary).toBe("Cancelled: Level one, week 3");
    expect((await teacher.call(api.sections.calendar, { params: { id: planId } })).status).toBe(404);
  });

  it.each(["UTC", "America/Los_Angeles", "Asia/Kolkata", "Pacific/Auckland"])(
    "has the studio's own hours on a server in %s, also across the change to summer time",
    async (zone) => {
      const own = process.env.TZ;
      process.env.TZ = zone;
      try {
        const starts = (await events(course.section.id)).map(({ startDate }) =>
          startDate.toJSDate().toISOString(),
        );
        // Lisbon puts its clocks forward on 28 March 2027; the last lesson is on the 22nd, so a later section too.
        expect(starts).toEqual(
          ["0215", "0222", "0301", "0308", "0315", "0322"].map(
            (day) => `2027-${day.slice(0, 2)}-${day.slice(2)}T19:30:00.000Z`,
          ),
        );
        const spring = sectionContent(course.level.id, { name: `In ${zone}`, firstDate: "2027-03-22" });
        const later = (await director.call(api.sections.create, { body: spring })).body;
        const [before, after] = (await events(later.id)).map(({ startDate }) =>
          startDate.toJSDate().toISOString(),
        );
        expect([before, after]).toEqual(["2027-03-22T19:30:00.000Z", "2027-03-29T18:30:00.000Z"]);
      } finally {
        if (own === undefined) delete process.env.TZ;
        else process.env.TZ = own;
      }
    },
  );
});

describe("approaches of the studio's own", () => {
  it("come, change, are used by levels and plans, and stay while they are", async () => {
    const created = (await director.call(api.approaches.create, { body: OURS })).body;
    const { id, version } = created;
    expect((await teacher.call(api.approaches.list)).body).toEqual([created]);
    const content = { ...OURS, returnMinutes: 4 };
    const changed = await director.call(api.approaches.change, {
      params: { id },
      body: { ...content, version },
    });
    expect(changed.body).toMatchObject({ returnMinutes: 4, version: 2 });
    const level = await director.call(api.levels.create, {
      body: levelContent(course.danceId, { name: "By ours", approachId: id }),
    });
    expect(level.status).toBe(200);
    const held = await director.call(api.approaches.remove, { params: { id } });
    expect(held.problem.detail).toContain("By ours teaches by it");
    await director.call(api.levels.remove, { params: { id: level.body.id } });
    expect((await director.call(api.approaches.remove, { params: { id } })).status).toBe(200);
    const lost = levelContent(course.danceId, { name: "Lost", approachId: id });
    expect((await director.call(api.levels.create, { body: lost })).problem.errors?.[0]?.path).toBe(
      "approachId",
    );
    expect((await director.call(api.approaches.restore, { params: { id } })).body.name).toBe("Ours");
    const double = await director.call(api.approaches.create, { body: { ...OURS, name: "ours" } });
    expect(double.problem.errors).toEqual([
      { path: "name", message: "There is an approach of this name already" },
    ]);
  });
});

describe("plans kept under a name", () => {
  it("are listed newest first, go and come back", async () => {
    const plan = await planOf(course.level.planId);
    const params = { id: plan.id };
    const keep = (name: string) =>
      director.call(api.planDrafts.create, { params, body: { name, content: contentOfPlan(plan) } });
    const one = (await keep("As it was")).body;
    await keep("Another way");
    const names = async () =>
      (await teacher.call(api.planDrafts.list, { params })).body.map(({ name }) => name);
    expect(await names()).toEqual(["Another way", "As it was"]);
    expect(one.content).toEqual(contentOfPlan(plan));
    expect((await keep("as it was")).problem.errors?.[0]?.path).toBe("name");
    await director.call(api.planDrafts.remove, { params: { id: one.id } });
    expect(await names()).toEqual(["Another way"]);
    await director.call(api.planDrafts.restore, { params: { id: one.id } });
    expect(await names()).toContain("As it was");
    const nowhere = { params: { id: course.danceId } };
    expect((await director.call(api.planDrafts.list, nowhere)).status).toBe(404);
  });
});
