import { api, contentOfPlan, type SequenceContent, type SequenceRecord } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { noted, PASSWORD, studioWithCourse } from "./studio.ts";

const { studio, course, director, teacher, other } = await studioWithCourse();
const { home, pass } = course.figures;

type Item = SequenceContent["items"][number];
let items = 0;
const figure = (figureId: string, about: Partial<Extract<Item, { kind: "figure" }>> = {}): Item => ({
  kind: "figure",
  id: `i${items++}`,
  figureId,
  side: "written",
  times: 1,
  counts: null,
  priority: "usual",
  note: "",
  ...about,
});
const choice = (...ways: Item[][]): Item => ({ kind: "choice", id: `c${items++}`, optional: true, ways });
const content = (name: string, about: Partial<SequenceContent> = {}): SequenceContent => ({
  danceId: course.danceId,
  name,
  levelId: null,
  loops: true,
  phraseBeats: 8,
  bpm: null,
  note: "",
  items: [figure(home.id, { times: 2 }), choice([figure(pass.id)])],
  ...about,
});
const create = async (name: string, about: Partial<SequenceContent> = {}): Promise<SequenceRecord> =>
  (await teacher.call(api.sequences.create, { body: content(name, about) })).body;
const withoutIds = ({ id, version, secret, changedBy, changedAt, ...rest }: SequenceRecord) => rest;
const change = (record: SequenceRecord, about: Partial<SequenceContent>, who = teacher) =>
  who.call(api.sequences.change, {
    params: { id: record.id },
    body: { ...withoutIds(record), ...about, version: record.version },
  });

describe("a sequence", () => {
  it("is kept as it was written, and stands in the list with how many figures it names", async () => {
    const made = await create("Closing", { levelId: course.level.id, note: "With hats" });
    const read = (await other.call(api.sequences.read, { params: { id: made.id } })).body;
    expect(read).toEqual(made);
    expect(read).toMatchObject({ name: "Closing", version: 1, secret: null, changedBy: "teacher 1" });
    const list = (await director.call(api.sequences.list)).body;
    expect(list.find(({ id }) => id === made.id)).toMatchObject({
      name: "Closing",
      figures: 2,
      isShared: false,
      levelId: course.level.id,
    });
  });

  it("says where a figure stands that the dance does not have, and keeps nothing", async () => {
    const stranger = "00000000-0000-4000-8000-000000000000";
    const { status, problem } = await teacher.call(api.sequences.create, {
      body: content("Strange", { items: [figure(home.id), choice([figure(pass.id), figure(stranger)])] }),
    });
    expect(status).toBe(422);
    expect(problem.errors).toEqual([
      { path: "items.1.ways.0.1.figureId", message: "This dance does not have that figure" },
    ]);
    expect((await teacher.call(api.sequences.list)).body.map(({ name }) => name)).not.toContain("Strange");
  });

  it("refuses ids that stand twice, counts that run backwards, and choices that nest too deep", async () => {
    const one = figure(home.id);
    const nested = (depth: number): Item => choice([depth === 0 ? figure(home.id) : nested(depth - 1)]);
    const of = async (bad: Item[]) =>
      (await teacher.call(api.sequences.create, { body: content("Bad", { items: bad }) })).status;
    expect(await of([one, one])).toBe(422);
    expect(await of([figure(home.id, { counts: [4, 2] })])).toBe(422);
    expect(await of([nested(3)])).toBe(422);
    expect(await of([nested(2)])).toBe(200);
  });

  it("tells the second of two who changed it what is there now, and by whom", async () => {
    const made = await create("Two hands");
    expect((await change(made, { name: "First hand" })).status).toBe(200);
    const { status, problem } = await change(made, { name: "Second hand" }, other);
    expect(status).toBe(409);
    expect(problem.current).toMatchObject({ name: "First hand", version: 2 });
    expect(problem.changed?.by).toBe("teacher 1");
  });

  it("keeps what it was, one state a sitting", async () => {
    const made = await create("Kept");
    const once = (await change(made, { note: "a" })).body;
    const twice = (await change(once, { note: "b" }, other)).body;
    await change(twice, { note: "c" }, other);
    const versions = (await director.call(api.sequences.versions, { params: { id: made.id } })).body;
    expect(versions.map(({ number, content: { note }, by }) => [number, note, by])).toEqual([
      [2, "c", "teacher 2"],
      [1, "a", "teacher 1"],
    ]);
  });

  it("goes to the bin and comes back, and two of one name cannot stand beside each other", async () => {
    const made = await create("Gone");
    await teacher.call(api.sequences.remove, { params: { id: made.id } });
    expect((await teacher.call(api.sequences.read, { params: { id: made.id } })).status).toBe(404);
    expect((await teacher.call(api.bin.list)).body).toContainEqual(
      expect.objectContaining({ kind: "sequence", name: "Gone" }),
    );
    const again = await create("gone");
    expect((await teacher.call(api.sequences.restore, { params: { id: made.id } })).status).toBe(409);
    await teacher.call(api.sequences.remove, { params: { id: again.id } });
    expect((await teacher.call(api.sequences.restore, { params: { id: made.id } })).body.name).toBe("Gone");
  });

  it("keeps its figures in the library, and says which sequence does", async () => {
    const spare = (
      await director.call(api.figures.create, {
        body: { ...home, name: "Spare", needs: [], notation: home.notation },
      })
    ).body;
    const made = await create("Holds the spare", { items: [choice([choice([figure(spare.id)])])] });
    const { status, problem } = await director.call(api.figures.remove, { params: { id: spare.id } });
    expect(status).toBe(409);
    expect(problem.detail).toContain("Holds the spare");
    await teacher.call(api.sequences.remove, { params: { id: made.id } });
    expect((await director.call(api.figures.remove, { params: { id: spare.id } })).status).toBe(200);
  });
});

describe("a routine week", () => {
  it("teaches its sequence by phrase, and a plan takes no sequence of another dance", async () => {
    const made = await create("Taught", {
      items: [figure(home.id, { times: 6 }), figure(pass.id, { times: 2 })],
    });
    const plan = (await director.call(api.plans.read, { params: { id: course.section.planId } })).body;
    const change = (sequenceId: string) =>
      director.call(api.plans.change, {
        params: { id: plan.id },
        body: {
          ...contentOfPlan(plan),
          special: [{ week: 5, kind: "routine", minutes: 20, sequenceId }],
          version: plan.version,
        },
      });
    const strange = await change("00000000-0000-4000-8000-000000000000");
    expect(strange.status).toBe(422);
    expect(strange.problem.errors?.map(({ path }) => path)).toEqual(["special.0.sequenceId"]);
    expect((await change(made.id)).status).toBe(200);
    const at = { params: { sectionId: course.section.id, week: 5 } };
    const lesson = (await teacher.call(api.lessons.read, at)).body;
    const parts = lesson.segments.filter(({ sequenceId }) => sequenceId === made.id);
    expect(parts.map(({ title, minutes, withIds }) => [title, minutes, withIds])).toEqual([
      ["Taught, phrase 1: Home ×6", 7, [home.id]],
      ["Taught, phrase 2: Pass ×2", 7, [pass.id]],
      ["Taught, the whole routine", 6, [home.id, pass.id]],
    ]);
    // It can be kept as it is, and still knows its routine.
    const kept = await teacher.call(api.lessons.change, {
      ...at,
      body: { version: lesson.version, segments: lesson.segments },
    });
    expect(kept.body.segments.map(({ sequenceId }) => sequenceId)).toEqual(
      lesson.segments.map(({ sequenceId }) => sequenceId),
    );
    // Taken away, the routine is none of the week any more.
    await teacher.call(api.sequences.remove, { params: { id: made.id } });
    const later = (await teacher.call(api.lessons.read, at)).body;
    expect(later.segments.some(({ sequenceId }) => sequenceId === made.id)).toBe(true);
  });
});

describe("a sequence in a recap", () => {
  it("is seen by whoever reads it, with its figures, as it is now", async () => {
    const made = await create("In the recap");
    const at = { params: { sectionId: course.section.id, week: 1 } };
    await teacher.call(api.classLog.note, {
      ...at,
      body: { entries: [noted({ kind: "ended", target: "class", value: { ended: true } })] },
    });
    const recap = (await teacher.call(api.recaps.read, at)).body;
    const block = { type: "sequence", attrs: { sequenceId: made.id, name: made.name, figures: "Home ×2" } };
    const saved = await teacher.call(api.recaps.change, {
      ...at,
      body: { ...recap, document: { type: "doc", content: [block] } as typeof recap.document },
    });
    expect(saved.status).toBe(200);
    const { secret } = (
      await teacher.call(api.recaps.publish, { ...at, body: { version: saved.body.version } })
    ).body;
    const seen = async () =>
      (await (await studio.visitor()).call(api.recaps.readPublic, { params: { secret } })).body;
    const first = await seen();
    expect(first.sequences).toEqual([{ id: made.id, content: withoutIds(made) }]);
    expect(first.figures.map(({ name }) => name).sort()).toEqual(["Home", "Pass"]);
    await change(made, { name: "Changed since" });
    expect((await seen()).sequences[0]?.content.name).toBe("Changed since");
  });
});

describe("a shared sequence", () => {
  it("is seen by anybody with its address, as it is now, with just the figures it dances", async () => {
    const made = await create("Shared");
    const shared = (
      await teacher.call(api.sequences.share, { params: { id: made.id }, body: { version: made.version } })
    ).body;
    const seen = async (secret: string | null) =>
      (await studio.visitor()).call(api.sequences.readPublic, { params: { secret } });
    const first = (await seen(shared.secret)).body;
    expect(first.content.items).toEqual(made.items);
    expect(first.figures.map(({ name }) => name).sort()).toEqual(["Home", "Pass"]);
    expect(JSON.stringify(first)).not.toContain(PASSWORD);

    const changed = (await change(shared, { name: "Shared and changed" })).body;
    expect((await seen(shared.secret)).body.content.name).toBe("Shared and changed");
    const renewed = (
      await teacher.call(api.sequences.share, { params: { id: made.id }, body: { version: changed.version } })
    ).body;
    expect(renewed.secret).not.toBe(shared.secret);
    expect((await seen(shared.secret)).status).toBe(404);
    const closed = (
      await teacher.call(api.sequences.unshare, {
        params: { id: made.id },
        body: { version: renewed.version },
      })
    ).body;
    expect(closed.secret).toBeNull();
    expect((await seen(renewed.secret)).status).toBe(404);
  });
});
