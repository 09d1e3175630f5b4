import { api, type Lesson } from "@map-step/contract";
import { shorten, templateOf, totalMinutes } from "@map-step/core/lesson";
import { describe, expect, it } from "vitest";
import { studioWithCourse } from "./studio.ts";

const { course, teacher } = await studioWithCourse();

const at = (week: number) => ({ params: { sectionId: course.section.id, week } });
const read = async (week: number) => (await teacher.call(api.lessons.read, at(week))).body;
const contents = (segments: readonly Lesson["segments"][number][]) =>
  segments.map(({ covered: _covered, reached: _reached, ...content }) => content);

describe("a shorter lesson", () => {
  it("has exactly the minutes left to it, keeps them, and gets them back", async () => {
    const lesson = await read(1);
    const shorter = contents(shorten(lesson.segments, 15).segments);
    const change = (body: { version: number; shortBy?: number; segments: typeof shorter }) =>
      teacher.call(api.lessons.change, { ...at(1), body });
    expect((await change({ version: 0, segments: shorter })).problem.errors?.[0]?.message).toBe(
      "The parts add up to 45 minutes; the lesson has 60",
    );
    const cut = (await change({ version: 0, shortBy: 15, segments: shorter })).body;
    expect(cut).toMatchObject({ lessonMinutes: 45, shortBy: 15, version: 1 });
    const moved = (await change({ version: 1, segments: [...shorter].reverse() })).body;
    expect(moved).toMatchObject({ lessonMinutes: 45, shortBy: 15, version: 2 });
    const back = (await change({ version: 2, shortBy: 0, segments: contents(lesson.segments) })).body;
    expect(back).toMatchObject({ lessonMinutes: 60, shortBy: 0 });
    expect(totalMinutes(back.segments)).toBe(60);
  });
});

describe("templates of lessons", () => {
  it("are kept under a name of their own, taken away and brought back", async () => {
    const parts = [...templateOf((await read(2)).segments).parts];
    const create = (name: string) => teacher.call(api.lessonTemplates.create, { body: { name, parts } });
    const list = async () => (await teacher.call(api.lessonTemplates.list)).body.map(({ name }) => name);
    const { id } = (await create("With a circle")).body;
    await create("As ever");
    expect(await list()).toEqual(["As ever", "With a circle"]);
    expect((await create("with a CIRCLE")).problem.errors).toEqual([
      { path: "name", message: "There is a template of this name already" },
    ]);
    await teacher.call(api.lessonTemplates.remove, { params: { id } });
    expect(await list()).toEqual(["As ever"]);
    expect((await teacher.call(api.lessonTemplates.remove, { params: { id } })).status).toBe(404);
    const back = await teacher.call(api.lessonTemplates.restore, { params: { id } });
    expect(back.body).toMatchObject({ name: "With a circle", parts });
    expect(await list()).toEqual(["As ever", "With a circle"]);
  });

  it("name their own parts and no others", async () => {
    const create = (kind: "own" | "new", title: string) =>
      teacher.call(api.lessonTemplates.create, {
        body: { name: "Odd", parts: [{ kind, title, minutes: 5 }] },
      });
    for (const wrong of [await create("own", ""), await create("new", "Lantern")])
      expect(wrong.problem.errors?.[0]?.message).toBe("Own parts have a title, and only they");
  });
});
