import { randomUUID } from "node:crypto";
import { api } from "@map-step/contract";
import { expect, it } from "vitest";
import { studioWithCourse } from "./studio.ts";

const { studio, course, director, teacher } = await studioWithCourse();
const params = { id: course.section.planId };
const open = (until: string, who = director) => who.call(api.planLinks.open, { params, body: { until } });
const readAs = async (planSecret: string | null) =>
  (await studio.visitor()).call(api.planLinks.readPublic, { params: { planSecret: planSecret ?? "" } });

it("lets a guest read a plan until its day: weeks, figures and cautions, and nobody's name", async () => {
  await director.call(api.students.create, {
    params: { id: course.section.id },
    body: { name: "Ana Lind", role: "leader" },
  });
  expect((await director.call(api.planLinks.read, { params })).body).toEqual({ secret: null, until: null });
  const { body: link } = await open("2027-03-01");
  const { body: plan, headers } = await readAs(link.secret);
  expect(plan).toMatchObject({
    studioName: "Test house",
    levelName: "Level one",
    sectionName: "Monday",
    until: "2027-03-01",
    weeks: [
      { week: 1, date: "2027-02-15", fresh: [{ name: "Home" }], back: [] },
      { week: 2, date: "2027-02-22", fresh: [{ name: "Pass" }] },
      ...[3, 4, 5, 6].map((week) => ({ week })),
    ],
  });
  expect(plan.weeks[1]?.back.map(({ name }) => name)).toEqual(["Home"]);
  expect(plan.about.find(({ name }) => name === "Pass")?.cautions).toEqual(["Keep arms in front."]);
  expect(plan.figures.map(({ name }) => name).toSorted()).toEqual(["Home", "Pass"]);
  expect(JSON.stringify(plan)).not.toMatch(/Ana Lind|teacher 1|director 1/);
  expect(headers.get("x-robots-tag")).toBe("noindex");
  // The level's plan is another one, without dates.
  const ofLevel = { id: course.level.planId };
  const { secret } = (
    await director.call(api.planLinks.open, { params: ofLevel, body: { until: "2027-03-01" } })
  ).body;
  expect((await readAs(secret)).body).toMatchObject({
    sectionName: "",
    weeks: [{ date: null }, {}, {}, {}, {}, {}],
  });
  expect(secret).not.toBe(link.secret);
});

it("keeps its address while the day moves, ends with it, and opens nothing when it is closed", async () => {
  const { secret } = (await open("2027-03-01")).body;
  expect((await open("2027-04-01")).body).toEqual({ secret, until: "2027-04-01" });
  for (const wrong of ["2027-02-15", "2028-12-31"]) expect((await open(wrong)).status).toBe(422);
  expect((await open("2027-04-01", teacher)).status).toBe(403);
  await studio.db.sequelize.query("update plan_links set until_day = '2027-02-15'");
  expect((await readAs(secret)).status).toBe(404);
  expect((await open("2027-02-16")).body.secret).toBe(secret);
  expect((await readAs(secret)).status).toBe(200);
  await director.call(api.sections.remove, { params: { id: course.section.id } });
  expect((await readAs(secret)).status).toBe(404);
  await director.call(api.sections.restore, { params: { id: course.section.id } });
  expect((await director.call(api.planLinks.close, { params })).body).toEqual({ secret: null, until: null });
  expect((await readAs(secret)).status).toBe(404);
  const again = (await open("2027-04-01")).body.secret;
  expect(again).not.toBe(secret);
  for (const other of ["a".repeat(24), "x", randomUUID()])
    expect((await readAs(other)).status).toBeGreaterThan(400);
});
