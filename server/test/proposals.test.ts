import { api, choose, contentOfPlan, type FigureContent, type PlanContent } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { figureContent, studioWithCourse, type Visitor } from "./studio.ts";

const { studio, course, director, teacher, other } = await studioWithCourse();
const { home, pass, spin } = course.figures;
const planId = course.level.planId;

const planNow = async (id = planId) => (await director.call(api.plans.read, { params: { id } })).body;
const figureNow = async (id: string) => (await director.call(api.figures.read, { params: { id } })).body;
const listOf = async (who: Visitor) => (await who.call(api.proposals.list)).body;
const read = (who: Visitor, id: string) => who.call(api.proposals.read, { params: { id } });
const withoutKeep = ({ id: _id, version: _version, ...content }: Awaited<ReturnType<typeof figureNow>>) =>
  content as FigureContent;

async function proposePlan(
  change: (content: PlanContent) => PlanContent,
  state: "writing" | "sent" = "sent",
) {
  const base = contentOfPlan(await planNow());
  return teacher.call(api.proposals.create, {
    body: {
      list: "plans",
      thingId: planId,
      base,
      content: change(base),
      note: "They need a week more",
      state,
    },
  });
}
const spinInWeek = (week: number) => (content: PlanContent) => ({
  ...content,
  chosen: content.chosen.map((entry) => (entry.figureId === spin.id ? { ...entry, week } : entry)),
});

describe("a proposed change of a plan", () => {
  it("is its writer's alone while it is written, then the director's to take, and nobody else's to see", async () => {
    const { body: made, status } = await proposePlan(spinInWeek(4), "writing");
    expect(status).toBe(200);
    expect(made).toMatchObject({ by: "teacher 1", of: "Level one", state: "writing", settledBy: null });
    expect((await read(director, made.id)).status).toBe(404);
    expect((await read(other, made.id)).status).toBe(404);
    expect((await listOf(director)).map(({ id }) => id)).not.toContain(made.id);
    const { base, content, note, version } = made as typeof made & { list: "plans" };
    const body = {
      list: "plans" as const,
      thingId: planId,
      base,
      content,
      note,
      version,
      state: "sent" as const,
    };
    const sent = await teacher.call(api.proposals.change, { params: { id: made.id }, body });
    expect(sent.body).toMatchObject({ state: "sent", version: 2 });
    expect((await read(director, made.id)).status).toBe(200);
    expect((await read(other, made.id)).status).toBe(404);
    expect((await listOf(other)).map(({ id }) => id)).not.toContain(made.id);
    for (const who of [other, director])
      expect(
        (await who.call(api.proposals.change, { params: { id: made.id }, body: { ...body, version: 2 } }))
          .status,
      ).toBe(who === other ? 404 : 403);

    const plan = await planNow();
    const take = { list: "plans" as const, version: plan.version, content };
    const settle = (who: Visitor, more = {}) =>
      who.call(api.proposals.settle, {
        params: { id: made.id },
        body: { version: 2, answer: "Good", take, ...more },
      });
    expect((await settle(teacher)).status).toBe(403);
    expect((await settle(director, { version: 1 })).status).toBe(409);
    expect(
      (await settle(director, { take: { ...take, version: plan.version - 1 } })).problem.detail,
    ).toContain("Look again");
    expect((await planNow()).version).toBe(plan.version);
    const taken = await settle(director);
    expect(taken.body).toMatchObject({ state: "taken", settledBy: "director 1", answer: "Good" });
    expect((await planNow()).chosen.find(({ figureId }) => figureId === spin.id)?.week).toBe(4);
    expect((await settle(director, { version: 3 })).problem.detail).toContain("settled it");
    expect(
      (await teacher.call(api.proposals.change, { params: { id: made.id }, body: { ...body, version: 3 } }))
        .status,
    ).toBe(409);
    const { body: history } = await director.call(api.history.of, {
      params: { list: "plans", id: planId, before: 0 },
    });
    expect(history.entries[0]).toMatchObject({ by: "director 1", what: "changed" });
  });

  it("is answered without being taken, with words, and changes nothing", async () => {
    const { body: made } = await proposePlan(spinInWeek(5));
    const before = await planNow();
    const settle = (answer: string) =>
      director.call(api.proposals.settle, {
        params: { id: made.id },
        body: { version: 1, answer, take: null },
      });
    expect((await settle(" ")).problem.errors).toEqual([
      { path: "answer", message: "Say why it is not taken" },
    ]);
    expect((await settle("Not before the check")).body).toMatchObject({ state: "declined" });
    expect(await planNow()).toEqual(before);
    expect((await listOf(teacher)).find(({ id }) => id === made.id)).toMatchObject({
      answer: "Not before the check",
      settledBy: "director 1",
    });
  });

  it("is refused where it could not be taken, but kept half written", async () => {
    const late = (content: PlanContent) => ({ ...content, chosen: [choose(home.id, 9)] });
    expect((await proposePlan((content) => content)).problem.detail).toBe("Nothing is changed in it yet");
    expect((await proposePlan(late)).problem.errors?.[0]).toMatchObject({ path: "content.chosen.0.week" });
    const { body: kept, status } = await proposePlan(late, "writing");
    expect(status).toBe(200);
    const { list: _list, ...rest } = kept as Extract<typeof kept, { list: "plans" }>;
    const sending = { ...rest, list: "plans" as const, state: "sent" as const };
    expect(
      (await teacher.call(api.proposals.change, { params: { id: kept.id }, body: sending })).status,
    ).toBe(422);
    expect((await read(teacher, kept.id)).body).toMatchObject({ state: "writing", version: 1 });
    // Taken back it is gone from lists, and can be sent after all.
    const back = { ...rest, list: "plans" as const, state: "withdrawn" as const };
    await teacher.call(api.proposals.change, { params: { id: kept.id }, body: back });
    expect((await listOf(teacher)).map(({ id }) => id)).not.toContain(kept.id);
    expect((await read(teacher, kept.id)).body.state).toBe("withdrawn");
  });
});

describe("a proposed figure", () => {
  it("is another text of one that is there", async () => {
    const base = withoutKeep(await figureNow(pass.id));
    const content = { ...base, slips: ["Rushing the close"] };
    const { body: made } = await teacher.call(api.proposals.create, {
      body: { list: "figures", thingId: pass.id, base, content, note: "", state: "sent" },
    });
    expect(made).toMatchObject({ name: "Pass", of: "Test dance" });
    const { version } = await figureNow(pass.id);
    const wrong = { list: "plans" as const, version, content: contentOfPlan(await planNow()) };
    const settle = (take: object) =>
      director.call(api.proposals.settle, {
        params: { id: made.id },
        body: { version: 1, answer: "", take: take as never },
      });
    expect((await settle(wrong)).status).toBe(422);
    expect((await settle({ list: "figures", version, content })).body.state).toBe("taken");
    expect((await figureNow(pass.id)).slips).toEqual(["Rushing the close"]);
  });

  it("is a new one, checked like any other, and there once it is taken", async () => {
    const propose = (name: string) =>
      teacher.call(api.proposals.create, {
        body: {
          list: "figures",
          thingId: null,
          base: null,
          note: "",
          state: "sent",
          content: figureContent(course.danceId, name),
        },
      });
    expect((await propose("home")).problem.errors?.[0]).toMatchObject({ path: "content.name" });
    const { body: made } = await propose("Window");
    const content = figureContent(course.danceId, "Window");
    const taken = await director.call(api.proposals.settle, {
      params: { id: made.id },
      body: { version: 1, answer: "", take: { list: "figures", version: 0, content } },
    });
    expect(taken.body.thingId).not.toBeNull();
    expect((await figureNow(taken.body.thingId ?? "")).name).toBe("Window");
  });

  it("tells open pages that something came, and stands in nobody's news and no readable history", async () => {
    const rows = await studio.db.sequelize.query("select 1 from history where list = 'proposals'");
    expect(rows[0].length).toBeGreaterThan(3);
    const { body } = await director.call(api.history.since);
    expect(body.things.map(({ list }) => list)).not.toContain("proposals");
    const params = { list: "proposals", id: planId, before: 0 };
    expect((await director.call(api.history.of, { params })).status).toBe(422);
  });
});
