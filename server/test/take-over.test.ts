import { api, choose, contentOfPlan, type PlanContent } from "@map-step/contract";
import { changesBetween } from "@map-step/core/plan";
import { expect, it } from "vitest";
import { sectionContent, studioWithCourse } from "./studio.ts";

const { studio, course, director, teacher } = await studioWithCourse();
const { home, pass, spin } = course.figures;
const levelPlan = course.level.planId;
const [monday, tuesday] = [
  course.section,
  (
    await director.call(api.sections.create, {
      body: sectionContent(course.level.id, { name: "Tuesday", firstDate: "2027-02-16" }),
    })
  ).body,
];

const read = async (id: string) => (await director.call(api.plans.read, { params: { id } })).body;
async function change(id: string, next: (content: PlanContent) => PlanContent) {
  const plan = await read(id);
  const body = { ...next(contentOfPlan(plan)), version: plan.version };
  expect((await director.call(api.plans.change, { params: { id }, body })).status).toBe(200);
}
const put = (figureId: string, week: number) => (content: PlanContent) => ({
  ...content,
  chosen: content.chosen.map((entry) => (entry.figureId === figureId ? { ...entry, week } : entry)),
});
async function into(from: string, targets: Readonly<Record<string, readonly string[]>>, who = director) {
  const body = {
    version: (await read(from)).version,
    into: await Promise.all(
      Object.entries(targets).map(async ([planId, keys]) => ({
        planId,
        version: (await read(planId)).version,
        keys: [...keys],
      })),
    ),
  };
  return who.call(api.plans.takeOver, { params: { id: from }, body });
}
const weekOf = async (planId: string, figureId: string) =>
  (await read(planId)).chosen.find((entry) => entry.figureId === figureId)?.week;
const differs = async (planId: string) => {
  const [level, own] = [await read(levelPlan), await read(planId)];
  return changesBetween(own.agreed, level, own, 0).map(({ key, by }) => `${key} ${by}`);
};

it("knows what the level changed since and what is the section's own", async () => {
  expect(await differs(monday.planId)).toEqual([]);
  await change(levelPlan, put(spin.id, 4));
  await change(levelPlan, (content) => ({
    ...content,
    special: [{ week: 6, kind: "routine", minutes: 20, sequenceId: null }],
  }));
  await change(monday.planId, put(pass.id, 3));
  expect((await differs(monday.planId)).sort()).toEqual(
    [`${pass.id} own`, `${spin.id} other`, "week:6 other"].sort(),
  );
});

it("takes over into several sections at once just what was chosen, and remembers what was not", async () => {
  expect((await into(levelPlan, { [monday.planId]: [spin.id] }, teacher)).status).toBe(403);
  const { status, body } = await into(levelPlan, {
    [monday.planId]: [spin.id],
    [tuesday.planId]: [spin.id, "week:6"],
  });
  expect([status, body.length]).toEqual([200, 3]);
  expect([await weekOf(monday.planId, spin.id), await weekOf(tuesday.planId, spin.id)]).toEqual([4, 4]);
  expect(await weekOf(monday.planId, pass.id)).toBe(3);
  expect([(await read(monday.planId)).special, (await read(tuesday.planId)).special.length]).toEqual([[], 1]);
  // What Monday left is its own from now on.
  expect((await differs(monday.planId)).sort()).toEqual([`${pass.id} own`, "week:6 own"].sort());
  expect(await differs(tuesday.planId)).toEqual([]);
  const { body: told } = await director.call(api.history.of, {
    params: { list: "plans", id: monday.planId, before: 0 },
  });
  expect(told.entries[0]).toMatchObject({ by: "director 1", what: "changed" });
});

it("takes a section's change back into its level, where the other sections then see it", async () => {
  expect((await into(monday.planId, { [levelPlan]: [pass.id] })).status).toBe(200);
  expect(await weekOf(levelPlan, pass.id)).toBe(3);
  expect(await differs(monday.planId)).toEqual(["week:6 own"]);
  expect(await differs(tuesday.planId)).toEqual([`${pass.id} other`]);
});

it("does not claim to know how both were where that was never kept", async () => {
  const where = { where: { id: monday.planId } };
  const { agreed = null } = await studio.db.Plan.findByPk(monday.planId, { rejectOnEmpty: true });
  await studio.db.Plan.update({ agreed: null }, where);
  await change(monday.planId, put(pass.id, 5));
  expect((await into(monday.planId, { [levelPlan]: [pass.id] })).status).toBe(200);
  expect((await read(monday.planId)).agreed).toBeNull();
  expect(await differs(monday.planId)).toEqual(["week:6 unknown"]);
  await change(monday.planId, put(pass.id, 3));
  expect((await into(monday.planId, { [levelPlan]: [pass.id] })).status).toBe(200);
  await studio.db.Plan.update({ agreed }, where);
});

it("alters no lesson that was taught, and changes nothing at all when one of its changes does not fit", async () => {
  await studio.db.Lesson.create({
    sectionId: tuesday.id,
    week: 1,
    state: "taught",
    shortBy: 0,
    followsPlan: true,
  });
  await change(levelPlan, put(home.id, 2));
  const before = await read(monday.planId);
  const both = { [monday.planId]: [home.id], [tuesday.planId]: [pass.id, home.id] };
  const { status, problem } = await into(levelPlan, both);
  expect([status, problem.errors]).toEqual([
    422,
    [{ path: "into.1.keys", message: "Week 1 is over; it stays as it was" }],
  ]);
  expect(await read(monday.planId)).toEqual(before);
  expect((await into(levelPlan, { [tuesday.planId]: ["week:5"] })).problem.detail).toContain("do not differ");
  expect((await into(monday.planId, { [tuesday.planId]: [home.id] })).status).toBe(422);
  expect(
    (await into(levelPlan, { [course.danceId]: [home.id] }).catch(() => ({ status: 0 }))).status,
  ).not.toBe(200);
});

it("is stale where a plan was changed meanwhile", async () => {
  const [level, own] = [await read(levelPlan), await read(monday.planId)];
  await change(monday.planId, (content) => ({ ...content, chosen: [...content.chosen].reverse() }));
  const body = {
    version: level.version,
    into: [{ planId: monday.planId, version: own.version, keys: [home.id] }],
  };
  expect((await director.call(api.plans.takeOver, { params: { id: levelPlan }, body })).status).toBe(409);
  expect(await weekOf(monday.planId, home.id)).toBe(1);
});

it("adds and takes away figures, and keeps weeks beyond a level that was made shorter", async () => {
  await change(monday.planId, (content) => ({
    ...content,
    special: [{ week: 5, kind: "check", minutes: 20, sequenceId: null }],
    chosen: content.chosen.filter(({ figureId }) => figureId !== spin.id),
  }));
  const {
    id,
    planId: _plan,
    version,
    ...level
  } = (await director.call(api.levels.list)).body.find(
    (one) => one.id === course.level.id,
  ) as typeof course.level;
  const shorter = await director.call(api.levels.change, {
    params: { id },
    body: { ...level, version, weeks: 4 },
  });
  expect(shorter.status).toBe(200);
  expect((await into(levelPlan, { [monday.planId]: [spin.id] })).status).toBe(200);
  expect(await weekOf(monday.planId, spin.id)).toBe(4);
  await change(levelPlan, (content) => ({ ...content, chosen: [choose(home.id, 1), choose(pass.id, 3)] }));
  expect((await into(levelPlan, { [monday.planId]: [spin.id] })).status).toBe(200);
  expect(await weekOf(monday.planId, spin.id)).toBeUndefined();
  await director.call(api.levels.change, {
    params: { id },
    body: { ...level, version: shorter.body.version, weeks: 6 },
  });
  expect((await read(monday.planId)).special).toMatchObject([{ week: 5, kind: "check" }]);
});
