import { api, type SequenceContent, type SequenceRecord } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { PASSWORD, studioWithCourse } from "./studio.ts";

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
