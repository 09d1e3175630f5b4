import { randomUUID } from "node:crypto";
import { api, type Lesson, type LogEntryRecord } from "@map-step/contract";
import { beforeEach, describe, expect, it } from "vitest";
import { noted, studioWithCourse } from "./studio.ts";

let lesson: Lesson;
let week = 0;
const { course, teacher, other } = await studioWithCourse({ weeks: 10 });
beforeEach(async () => {
  week += 1;
  const planned = (await teacher.call(api.lessons.read, at())).body;
  const segments = planned.segments.map(({ covered: _covered, reached: _reached, ...content }) => content);
  lesson = (await teacher.call(api.lessons.change, { ...at(), body: { version: 0, segments } })).body;
});

const at = () => ({ params: { sectionId: course.section.id, week } });
const note = (entries: LogEntryRecord[], who = teacher) =>
  who.call(api.classLog.note, { ...at(), body: { entries } });
const entries = async () => (await teacher.call(api.classLog.read, at())).body.entries;
const partId = () => lesson.segments[0]?.id ?? "";
const mark = (covered: "done" | "part" | "not-done" | null, after: string | null = null) =>
  noted({ kind: "mark", target: partId(), value: covered && { covered, reached: null } }, after);
const covered = async () => (await teacher.call(api.lessons.read, at())).body.segments[0]?.covered;

describe("a class log", () => {
  it("counts an entry once however often it is sent", async () => {
    const [one, two] = [mark("part"), noted({ kind: "spent", target: partId(), value: { seconds: 400 } })];
    for (let sent = 0; sent < 3; sent++)
      expect((await note([one, two])).body.answers).toEqual([
        { id: one.id, outcome: "kept", why: null },
        { id: two.id, outcome: "kept", why: null },
      ]);
    expect((await entries()).map(({ id }) => id)).toEqual([one.id, two.id]);
    expect((await entries())[0]).toMatchObject({ by: "teacher 1", at: one.at, outcome: "kept" });
  });

  it("counts once what two requests send in the same moment", async () => {
    const all = Array.from({ length: 6 }, (_, index) => (index % 2 === 0 ? mark("done") : mark("part")));
    await Promise.all([note(all), note(all), note(all, other)]);
    expect((await entries()).map(({ id }) => id)).toEqual(all.map(({ id }) => id));
    expect(await covered()).toBe("done");
  });

  it("keeps what meets another's word, changes nothing by it, and takes the choice made in sight of it", async () => {
    const mine = mark("done");
    const theirs = mark("part");
    expect((await note([mine])).body.answers[0]?.outcome).toBe("kept");
    const met = (await note([theirs], other)).body;
    expect(met.answers[0]?.outcome).toBe("conflict");
    expect(met.entries.map(({ outcome, by }) => [outcome, by])).toEqual([
      ["kept", "teacher 1"],
      ["conflict", "teacher 2"],
    ]);
    expect(await covered()).toBe("done");
    const chosen = mark("part", mine.id);
    expect((await note([chosen], other)).body.answers[0]?.outcome).toBe("kept");
    expect(await covered()).toBe("part");
  });

  it("keeps what was promised open until somebody notes that it is done, and takes that back", async () => {
    const promises = async () =>
      (await other.call(api.classLog.promises, { params: { id: course.section.id } })).body;
    const remark = randomUUID();
    const says = (kind: "promised" | "note", after: string | null = null) =>
      noted({ kind: "remark", target: remark, value: { kind, text: "A song", figureId: null } }, after);
    const done = (target: string, value: { fulfilled: true } | null, after: string | null = null) =>
      noted({ kind: "fulfilled", target, value }, after);
    const first = says("note");
    await note([first]);
    expect(await promises()).toEqual([]);
    const second = says("promised", first.id);
    await note([second]);
    expect(await promises()).toEqual([{ week, id: remark, text: "A song", after: null }]);
    expect((await note([done(randomUUID(), { fulfilled: true })])).body.answers[0]?.outcome).toBe("refused");
    const tick = done(remark, { fulfilled: true });
    expect((await note([tick], other)).body.answers[0]?.outcome).toBe("kept");
    expect(await promises()).toEqual([]);
    await note([done(remark, null, tick.id)], other);
    expect((await promises())[0]).toMatchObject({ id: remark });
    await note([says("note", second.id)]);
    expect(await promises()).toEqual([]);
  });

  it("is at one with two who say the same, and goes on from either", async () => {
    const [mine, theirs] = [mark("done"), mark("done")];
    await note([mine]);
    expect((await note([theirs], other)).body.answers[0]?.outcome).toBe("same");
    expect((await note([mark("not-done", theirs.id)], other)).body.answers[0]?.outcome).toBe("kept");
  });

  it("refuses what is about nothing here, and keeps the rest", async () => {
    const gone = noted({
      kind: "mark",
      target: course.section.id,
      value: { covered: "done", reached: null },
    });
    const stranger = noted({ kind: "attendance", target: course.section.id, value: { present: true } });
    const good = mark("done");
    const { answers } = (await note([gone, stranger, good])).body;
    expect(answers.map(({ outcome }) => outcome)).toEqual(["refused", "refused", "kept"]);
    expect(answers[0]?.why).toContain("not in the lesson");
    expect((await entries()).map(({ id }) => id)).toEqual([good.id]);
  });

  it("ends the class and opens it again", async () => {
    const ended = noted({ kind: "ended", target: "class", value: { ended: true } });
    await note([ended]);
    expect((await teacher.call(api.lessons.read, at())).body.state).toBe("taught");
    await note([noted({ kind: "ended", target: "class", value: null }, ended.id)]);
    expect((await teacher.call(api.lessons.read, at())).body.state).toBe("planned");
  });
});

describe("a class log before there is anything to note", () => {
  it("is empty, and keeps the running order as planned with the first entry, also from two devices at once", async () => {
    expect(await entries()).toEqual([]);
    await teacher.call(api.lessons.rebuild, { ...at(), body: { version: lesson.version } });
    const planned = (await teacher.call(api.lessons.read, at())).body;
    expect(planned.version).toBe(lesson.version + 1);
    const target = planned.segments[0]?.id ?? "";
    const first = noted({ kind: "mark", target, value: { covered: "done", reached: null } });
    const answers = await Promise.all([note([first]), note([first], other)]);
    expect(answers.map(({ body }) => body.answers[0]?.outcome)).toEqual(["kept", "kept"]);
    const kept = (await teacher.call(api.lessons.read, at())).body;
    expect(kept.version).toBe(planned.version + 1);
    expect(kept.segments.map(({ id }) => id)).toEqual(planned.segments.map(({ id }) => id));
    expect(kept.segments[0]?.covered).toBe("done");
    const never = { sectionId: course.section.id, week: 20 };
    expect(
      (await teacher.call(api.classLog.note, { params: never, body: { entries: [first] } })).status,
    ).toBe(404);
  });
});
