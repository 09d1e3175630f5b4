import { api, DANCE_FIELDS, type DanceRecord, startOf } from "@map-step/contract";
import { STARTER_SETS } from "@map-step/core/starter";
import { describe, expect, it } from "vitest";
import { figureContent, studioWithCourse } from "./studio.ts";

let dance: DanceRecord;

const { studio, director } = await studioWithCourse();

const begin = (name: string, starterId = "six-beat") => {
  const set = STARTER_SETS.find(({ id }) => id === starterId);
  const body = { dance: { ...startOf(DANCE_FIELDS), ...set?.dance, name }, starterId };
  return director.call(api.dances.begin, { body: body as never });
};
const change = async (part: Partial<DanceRecord>) => {
  const { body } = await director.call(api.dances.list);
  const now = body.find(({ id }) => id === dance.id) as DanceRecord;
  const { id, ...content } = now;
  return director.call(api.dances.change, { params: { id }, body: { ...content, ...part } });
};

describe("a dance that begins with a starter set", () => {
  it.each(STARTER_SETS.map(({ id }) => id))(
    "%s: has all its figures, in canonical form, and their needs",
    async (id) => {
      const { status, body } = await begin(`Dance ${id}`, id);
      expect(status).toBe(200);
      const { body: figures } = await director.call(api.figures.ofDance, { params: { id: body.id } });
      const set = STARTER_SETS.find((one) => one.id === id);
      expect(figures.map(({ name }) => name).sort()).toEqual(set?.figures.map(({ name }) => name).sort());
      const nameOf = (figureId: string) => figures.find((one) => one.id === figureId)?.name;
      for (const { name, needs } of set?.figures ?? [])
        expect(figures.find((one) => one.name === name)?.needs.map(nameOf)).toEqual(needs);
      if (id === "six-beat") dance = body;
    },
  );

  it("is all or nothing", async () => {
    const before = (await director.call(api.dances.list)).body.length;
    expect((await begin("Dance six-beat")).problem.errors?.[0]?.path).toBe("name");
    expect(
      (await director.call(api.dances.begin, { body: { dance: { name: "X" }, starterId: "no" } as never }))
        .status,
    ).toBe(422);
    expect((await director.call(api.dances.list)).body).toHaveLength(before);
    const teacher = await studio.as("teacher");
    expect((await teacher.call(api.dances.begin, { body: {} as never })).status).toBe(403);
  });
});

describe("what figures name in their dance", () => {
  it("cannot go: the first figure that would be unreadable is named with its line", async () => {
    const gone = await change({ holds: dance.holds.filter(({ name }) => name !== "side-by-side") });
    expect(gone.status).toBe(422);
    expect(gone.problem.errors?.[0]).toMatchObject({ path: "holds" });
    expect(gone.problem.errors?.[0]?.message).toContain("could not be read any more. In ");
  });

  it("may be called otherwise, as long as the old name is one of its names", async () => {
    const holds = dance.holds.map((hold) =>
      hold.name === "side-by-side"
        ? { ...hold, name: "arm in arm", otherNames: ["side-by-side"] }
        : { ...hold, changesTo: hold.changesTo.filter((name) => name !== "side-by-side") },
    );
    expect((await change({ holds })).status).toBe(200);
    const again = await director.call(api.figures.ofDance, { params: { id: dance.id } });
    const walks = again.body.find(({ name }) => name === "Walks side by side");
    if (!walks) throw new Error("no figure");
    const { id, ...content } = walks;
    const saved = await director.call(api.figures.change, { params: { id }, body: content });
    expect(saved.body.notation).toContain('hold "arm in arm"');
  });

  it("is read with the elements of the studio's own, which must be readable", async () => {
    const faulty = await change({ ownElements: [{ name: "swoop", otherNames: [], steps: "1 L bakc" }] });
    expect(faulty.problem.errors?.[0]).toMatchObject({ path: "ownElements.0.steps" });
    expect(faulty.problem.errors?.[0]?.message).toContain("Did you mean “back”?");
    const ownElements = [{ name: "swoop", otherNames: [], steps: "1 L back\n2 R side" }];
    expect((await change({ ownElements })).status).toBe(200);
    const body = figureContent(dance.id, "Swooping", { notation: "swoop, swoop" });
    const made = await director.call(api.figures.create, { body });
    expect(made.body.notation).toBe("leader\n1   swoop L\n3   swoop L\nbeats 4\n");
    expect((await change({ ownElements: [] })).problem.errors?.[0]?.message).toContain(
      "Swooping could not be read",
    );
  });

  it("is not read as a new element where figures of before say something else", async () => {
    const body = figureContent(dance.id, "Strolling", { notation: "walk, tap" });
    expect((await director.call(api.figures.create, { body })).body.notation).toContain("1   walk L");
    const [own] = (await director.call(api.dances.list)).body.flatMap((one) =>
      one.id === dance.id ? [one.ownElements] : [],
    );
    const named = (name: string) => [...(own ?? []), { name, otherNames: [], steps: "1 L side\n2 R close" }];
    const refused = await change({ ownElements: named("walk L") });
    expect(refused.problem.errors?.[0]).toEqual({
      path: "ownElements",
      message:
        "Strolling and Walks side by side would be danced otherwise, because the text would be read as walk L. Give the element another name.",
    });
    expect((await change({ ownElements: named("long walk") })).status).toBe(200);
  });

  it("cannot stand twice under one name", async () => {
    const [first] = dance.holds;
    if (!first) throw new Error("no hold");
    const twice = await change({ holds: [...dance.holds, { ...first, otherNames: [] }] });
    expect(twice.problem.errors?.[0]?.message).toContain("stands here twice");
  });

  it("is said instead of another in every figure that says that one, and in no other", async () => {
    const read = async () =>
      (await director.call(api.figures.ofDance, { params: { id: dance.id } })).body.map(
        ({ name, notation, version }) => ({ name, notation, version }),
      );
    const before = await read();
    const saying = before.filter(({ notation }) => notation.includes('hold "closed"'));
    expect(saying.length).toBeGreaterThan(1);
    const replace = (from: string, to: string) =>
      director.call(api.dances.replaceHold, { params: { id: dance.id }, body: { from, to } });
    const done = await replace("Closed position", "promenade");
    expect([...done.body.changed].sort()).toEqual(saying.map(({ name }) => name).sort());
    expect(await read()).toEqual(
      before.map((one) =>
        saying.includes(one)
          ? {
              ...one,
              notation: one.notation.replaceAll('hold "closed"', 'hold "promenade"'),
              version: one.version + 1,
            }
          : one,
      ),
    );
    expect((await replace("closed", "promenade")).body.changed).toEqual([]);
    expect((await replace("closed", "nothing of ours")).problem.errors?.[0]).toEqual({
      path: "to",
      message: `${dance.name} has no hold called nothing of ours`,
    });
    expect((await replace("nothing of ours", "closed")).problem.errors?.[0]?.path).toBe("from");
  });
});

describe("what dancers manage", () => {
  it("is stated once in the settings, and comes along with each dance", async () => {
    const now = (await director.call(api.settings.read)).body;
    const coupleLimits = { ...now.coupleLimits, longest: 1.6 };
    const tempoLimits = { ...now.tempoLimits, 1: { changes: 3.5, onBeat: 310, within: 150 } };
    const change = (about: object) => director.call(api.settings.change, { body: { ...now, ...about } });
    expect((await change({ coupleLimits, tempoLimits })).status).toBe(200);
    const dances = (await director.call(api.dances.list)).body;
    expect(dances.map((one) => [one.coupleLimits?.longest, one.tempoLimits?.[1].changes])).toEqual(
      dances.map(() => [1.6, 3.5]),
    );
  });

  it("is refused where nobody can reach or step so", async () => {
    const now = (await director.call(api.settings.read)).body;
    const { reach } = now.coupleLimits;
    for (const [path, coupleLimits] of [
      ["coupleLimits.reach.close", { ...now.coupleLimits, reach: { ...reach, close: -1 } }],
      ["coupleLimits.shortest", { ...now.coupleLimits, shortest: 1 }],
      ["coupleLimits.apart", { ...now.coupleLimits, apart: "near" as never }],
    ] as const) {
      const { status, problem } = await director.call(api.settings.change, {
        body: { ...now, coupleLimits },
      });
      expect([status, problem.errors?.[0]?.path]).toEqual([422, path]);
    }
  });
});
