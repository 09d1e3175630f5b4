import { randomUUID } from "node:crypto";
import { api, type PracticeMeasure, type PracticeToKeep } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { erase, studioWithCourse } from "./studio.ts";

const { course, director, teacher, other } = await studioWithCourse();

const MEASURE: PracticeMeasure = {
  bpm: 104,
  taps: 31,
  missed: 1,
  extra: 0,
  offset: -30.5,
  spread: 12.25,
  byCount: [{ count: "1", offset: -28, taps: 8 }],
};
const student = async (name: string) =>
  (
    await teacher.call(api.students.create, {
      params: { id: course.section.id },
      body: { name, role: "leader" },
    })
  ).body;
const measured = (about: Partial<PracticeToKeep> = {}): PracticeToKeep => ({
  id: randomUUID(),
  figureId: course.figures.home.id,
  sequenceId: null,
  measure: MEASURE,
  ...about,
});

describe("what a student's taps came to", () => {
  it("is kept once however often it is sent, read by the staff, and taken away", async () => {
    const { id } = await student("Wilf Ambry");
    const body = measured();
    const kept = await teacher.call(api.practice.keep, { params: { id }, body });
    expect(kept.status).toBe(200);
    expect(kept.body).toMatchObject({ ...body, name: "Home", by: "teacher 1" });
    await Promise.all([1, 2].map(() => teacher.call(api.practice.keep, { params: { id }, body })));
    const later = measured({ measure: { ...MEASURE, bpm: 112 } });
    await other.call(api.practice.keep, { params: { id }, body: later });
    const list = (await director.call(api.practice.list, { params: { id } })).body;
    expect(list.map(({ measure }) => measure.bpm)).toEqual([112, 104]);
    const away = { params: { id, keptId: later.id } };
    expect((await other.call(api.practice.remove, away)).status).toBe(200);
    expect((await other.call(api.practice.remove, away)).status).toBe(404);
    expect((await director.call(api.practice.list, { params: { id } })).body).toEqual([kept.body]);
  });

  it("is not kept of nobody, of nothing, of two things, or under somebody else's id", async () => {
    const [one, two] = [await student("Odile Farrow"), await student("Perrin Sedge")];
    const send = (id: string, body: PracticeToKeep) =>
      teacher.call(api.practice.keep, { params: { id }, body });
    expect((await send(randomUUID(), measured())).status).toBe(404);
    const gone = await send(one.id, measured({ figureId: randomUUID() }));
    expect([gone.status, gone.problem.errors?.[0]?.path]).toEqual([422, "figureId"]);
    const both = await send(one.id, measured({ sequenceId: randomUUID() }));
    expect(both.problem.errors?.[0]?.message).toBe("A figure or a sequence, one of the two");
    const wild = await send(one.id, measured({ measure: { ...MEASURE, offset: 9999 } }));
    expect(wild.problem.errors?.[0]?.path).toBe("measure.offset");
    const own = measured();
    await send(one.id, own);
    expect((await send(two.id, own)).problem.errors?.[0]?.path).toBe("id");
    expect((await teacher.call(api.practice.list, { params: { id: two.id } })).body).toEqual([]);
  });

  it("is in what is handed out of a student, and gone with one who is erased", async () => {
    const { id } = await student("Hesper Lowe");
    await teacher.call(api.practice.keep, { params: { id }, body: measured() });
    const out = (await teacher.call(api.students.export, { params: { id } })).body;
    expect(out.practice).toMatchObject([{ name: "Home", bpm: 104, offset: -30.5, spread: 12.25 }]);
    expect((await erase(director, id)).status).toBe(200);
    expect((await director.call(api.practice.list, { params: { id } })).status).toBe(404);
  });
});
