import { api } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { figureContent, STEPS, studioWithCourse } from "./studio.ts";

const { studio, course, director } = await studioWithCourse();

const create = (name: string, about = {}) =>
  director.call(api.figures.create, { body: figureContent(course.danceId, name, about) });

describe("dances", () => {
  it("are changed on their version, and a stale change gets the present one", async () => {
    const [dance] = (await director.call(api.dances.list)).body;
    if (!dance) throw new Error("no dance");
    const { id, ...content } = dance;
    const request = { params: { id }, body: { ...content, fastestBpm: 130 } };
    const changed = await director.call(api.dances.change, request);
    expect(changed.body).toMatchObject({ fastestBpm: 130, version: dance.version + 1 });
    const again = await director.call(api.dances.change, request);
    expect(again.status).toBe(409);
    expect(again.problem.current).toEqual(changed.body);
  });

  it("need a name of their own and tempi in order", async () => {
    const body = {
      name: "TEST DANCE",
      meter: 4,
      phraseBeats: 8,
      slowBeats: 2,
      quickBeats: 1,
      slowestBpm: 90,
      fastestBpm: 120,
      freeTimed: false,
      countFrom: 1,
    };
    expect((await director.call(api.dances.create, { body })).problem.errors).toEqual([
      { path: "name", message: "There is a dance of this name already" },
    ]);
    const wrong = await director.call(api.dances.create, {
      body: { ...body, name: "Other", fastestBpm: 80 },
    });
    expect(wrong.problem.errors?.map(({ path }) => path)).toEqual(["fastestBpm"]);
  });
});

describe("figures", () => {
  it("keep their notation in canonical form", async () => {
    const { status, body } = await create("Canon", { notation: "le; 1 l S; 2 r c; fo mr" });
    expect(status).toBe(200);
    expect(body.notation).toBe(STEPS);
    expect((await director.call(api.figures.read, { params: { id: body.id } })).body).toEqual(body);
  });

  it("name the line, the column and a way out when the notation cannot be read", async () => {
    const before = await studio.db.Figure.count();
    const { status, problem } = await create("Faulty", { notation: "leader\n1 L forwad" });
    expect(status).toBe(422);
    expect(problem.errors).toHaveLength(1);
    expect(problem.errors?.[0]).toMatchObject({ path: "notation" });
    expect(problem.errors?.[0]?.message).toMatch(/^Line 2, column 5: .*Did you mean “forward”\?$/);
    expect(await studio.db.Figure.count()).toBe(before);
  });

  it("have a name of their own within the dance, and trimmed words", async () => {
    expect((await create(" home ")).problem.errors?.[0]?.path).toBe("name");
    const { problem } = await create("Blank cue", {
      cues: ["fine", "  "].map((text) => ({ text, school: "", house: true })),
    });
    expect(problem.errors?.[0]?.path).toBe("cues.1.text");
  });

  it("never need each other in a circle; the circle is named", async () => {
    const { home, spin } = course.figures;
    const { id, version, ...content } = home;
    const change = { params: { id }, body: { ...content, version, needs: [spin.id] } };
    const { status, problem } = await director.call(api.figures.change, change);
    expect(status).toBe(422);
    expect(problem.errors?.[0]).toEqual({
      path: "needs",
      message: "These figures would need each other in a circle: Home needs Spin needs Home",
    });
    expect((await director.call(api.figures.read, { params: { id } })).body).toEqual(home);
  });

  it("closes no circle when two people add half of it in the same moment", async () => {
    const [one, two] = [(await create("Half one")).body, (await create("Half two")).body];
    const change = ({ id, version, ...content }: typeof one, needs: string[]) =>
      director.call(api.figures.change, { params: { id }, body: { ...content, version, needs } });
    const answers = await Promise.all([change(one, [two.id]), change(two, [one.id])]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 422]);
  });

  it("lets one of two edits through and hands the other the present figure", async () => {
    const { id, version, ...content } = (await create("Contested")).body;
    const edit = (minutes: number) =>
      director.call(api.figures.change, { params: { id }, body: { ...content, version, minutes } });
    const answers = await Promise.all([edit(11), edit(12)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    const winner = answers.find(({ status }) => status === 200);
    const loser = answers.find(({ status }) => status === 409);
    expect(loser?.problem.current).toEqual(winner?.body);
  });

  it("stay while something needs them or a plan holds them, and say what", async () => {
    const remove = (id: string) => director.call(api.figures.remove, { params: { id } });
    const needed = await remove(course.figures.home.id);
    expect(needed.status).toBe(409);
    expect(needed.problem.detail).toContain("while Pass, Spin needs it");
    const held = await remove(course.figures.spin.id);
    expect(held.problem.detail).toContain("a plan of Level one holds it");
  });

  it("go when nothing holds them, and come back as they were", async () => {
    const { body } = await create("Passing");
    const params = { id: body.id };
    expect((await director.call(api.figures.remove, { params })).status).toBe(200);
    expect((await director.call(api.figures.read, { params })).status).toBe(404);
    expect((await director.call(api.figures.list)).body.map(({ id }) => id)).not.toContain(body.id);
    expect((await director.call(api.figures.restore, { params })).body).toEqual(body);
  });

  it("may not come back under a name that is taken by now", async () => {
    const { body } = await create("Namesake");
    await director.call(api.figures.remove, { params: { id: body.id } });
    await create("Namesake");
    const { status, problem } = await director.call(api.figures.restore, { params: { id: body.id } });
    expect(status).toBe(422);
    expect(problem.errors?.[0]?.path).toBe("name");
  });
});
