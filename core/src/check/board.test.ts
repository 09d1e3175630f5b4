import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { GRAPH, MODEL, RULE } from "../../testing/samples.ts";
import {
  cellsOf,
  clauseFacts,
  designCheck,
  type Evidence,
  latestOffset,
  MARKS,
  markRank,
  mostTelling,
  readiness,
  ruleOver,
  usualRule,
  watchRounds,
} from "./index.ts";

const AT = "2027-03-01";
const seen = (figureId: string, mark: Evidence["mark"], about: Partial<Evidence> = {}): Evidence => ({
  id: JSON.stringify([figureId, mark, about]),
  studentId: "ana",
  role: "leader",
  figureId,
  layer: "partner",
  mark,
  markerId: "ilse",
  at: AT,
  where: "check",
  offset: null,
  corrects: null,
  ...about,
});

describe("a cell of the board", () => {
  it("tells the mark at the layer asked for, each layer reached with its age, and where two differ", () => {
    const cells = cellsOf(
      [
        seen("basic", "alone", { layer: "steps", at: "2027-02-01" }),
        seen("basic", "with-help", { at: "2027-02-15" }),
        seen("basic", "dances-it", { at: "2027-02-15", markerId: "bram" }),
        seen("turn", "alone", { layer: "count", role: "follower" }),
        seen("turn", "not-yet", { layer: "steps", at: "2027-03-02" }),
      ],
      "partner",
      AT,
    );
    expect(cells).toMatchObject([
      {
        figureId: "basic",
        mark: "with-help",
        differs: true,
        weeksAgo: 2,
        reached: [{ layer: "steps", weeksAgo: 4 }],
      },
      // Nothing is known with a partner: the deepest that was seen.
      {
        figureId: "turn",
        mark: "alone",
        differs: false,
        weeksAgo: 0,
        reached: [{ layer: "count", weeksAgo: 0 }],
      },
    ]);
    expect(cells[0]?.from).toHaveLength(3);
  });
});

describe("a rule over the figures of a level", () => {
  const figures = [
    { id: "a", kind: "basic" },
    { id: "b", kind: "pattern" },
    { id: "c", kind: "pattern" },
    { id: "d", kind: "show" },
  ] as const;

  it("is all basics and four in five of the others where none is stated", () => {
    const usual = usualRule(figures, "partner");
    expect(usual.map((clause) => clause.kind === "figures" && [clause.of, clause.atLeast])).toEqual([
      ["basic", null],
      ["pattern", 2],
    ]);
    expect(ruleOver(usual, figures).clauses).toMatchObject([
      { figureIds: ["a"], atLeast: 1 },
      { figureIds: ["b", "c"], atLeast: 2 },
    ]);
  });

  it("asks for as much as the studio usually does", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 10, max: 100 }), (many, share) => {
        const patterns = Array.from({ length: many }, (_, at) => ({ id: `${at}`, kind: "pattern" as const }));
        const [clause] = usualRule(patterns, "count", { share, mark: "dances-it" });
        if (clause?.kind !== "figures") throw new Error("there is no clause");
        expect(clause).toMatchObject({ mark: "dances-it", layer: "count" });
        const asked = clause.atLeast ?? 0;
        expect(asked * 100).toBeGreaterThanOrEqual(many * share);
        expect((asked - 1) * 100).toBeLessThan(many * share);
      }),
    );
  });

  it("never asks for more than there are, and is met by what the level does not have", () => {
    const clause = { kind: "figures", mark: "alone", layer: "partner" } as const;
    const rule = ruleOver(
      [
        { ...clause, of: "all", atLeast: 9 },
        { ...clause, of: "turn", atLeast: 2 },
      ],
      figures,
    );
    expect(rule.clauses).toMatchObject([{ atLeast: 4 }, { atLeast: 0, figureIds: [] }]);
    expect(clauseFacts(rule, "ana", [], AT).map(({ state }) => state)).toEqual(["open", "met"]);
  });
});

describe("a night on which is looked anew", () => {
  it("opens what was lacked before it, keeps what was had, and believes what is seen on it", () => {
    const before = [
      seen("basic", "with-help", { at: "2027-02-01" }),
      seen("turn", "alone", { at: "2027-02-01" }),
    ];
    expect(readiness(RULE, "ana", MODEL, before, AT).probability).toBe(0);
    const anew = readiness(RULE, "ana", MODEL, before, AT, AT);
    expect(anew.clauses.map(({ state, unseen }) => [state, unseen])).toEqual([
      ["open", ["basic"]],
      ["met", ["spin"]],
    ]);
    expect(anew.probability).toBeGreaterThan(0);
    expect(mostTelling(RULE, "ana", MODEL, before, AT, AT)[0]).toMatchObject({ figureId: "basic" });
    const still = [...before, seen("basic", "with-help")];
    expect(readiness(RULE, "ana", MODEL, still, AT, AT).probability).toBe(0);
  });

  test("lies between its spread, which holds its ends", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom("basic", "turn", "spin", "wrap"), fc.constantFrom(...MARKS)), {
          maxLength: 5,
        }),
        (marks) => {
          const evidence = marks.map(([id, mark], at) => seen(id, mark, { id: `${at}` }));
          const { probability, spread } = readiness(RULE, "ana", MODEL, evidence, AT);
          expect(spread[0]).toBeGreaterThanOrEqual(0);
          expect(spread[0]).toBeLessThanOrEqual(spread[1]);
          expect(spread[1]).toBeLessThanOrEqual(1);
          if (probability === 0 || probability === 1) expect(spread).toEqual([probability, probability]);
        },
      ),
    );
  });
});

it("takes the latest measurement until a day, without those that were taken back", () => {
  const measured = (id: string, at: string, offset: number) =>
    seen("basic", null, { id, at, offset, where: "measured" });
  const all = [
    measured("a", "2027-02-08", -20),
    measured("b", "2027-02-01", 90),
    measured("c", "2027-03-02", 5),
  ];
  expect(latestOffset(all, AT)).toBe(-20);
  expect(latestOffset([...all, seen("basic", null, { id: "d", corrects: "a" })], AT)).toBe(90);
  expect(cellsOf(all, "partner", AT)).toEqual([]);
});

describe("a check as a routine", () => {
  const thing = (figureId: string, shownBy: readonly string[]) =>
    ({ figureId, layer: "partner", shownBy }) as const;

  it("asks for one of those that show each, and names what nothing shows", () => {
    const { oneOfEach, unshown, task } = designCheck(
      GRAPH,
      [thing("basic", ["basic", "turn"]), thing("turn", ["turn"]), thing("lost", ["lost"])],
      { loops: true, phraseBeats: 8 },
    );
    // Whoever shows the turn shows the basic: one row is enough.
    expect(oneOfEach).toEqual([["turn"]]);
    expect(unshown).toEqual(["lost"]);
    expect(task.model.rows.length).toBeGreaterThan(0);
  });

  test("the rows that are left ask for no less than all", () => {
    const set = fc.subarray(["basic", "turn"], { minLength: 1 });
    fc.assert(
      fc.property(
        fc.array(set, { minLength: 1, maxLength: 5 }),
        fc.subarray(["basic", "turn"]),
        (sets, danced) => {
          const { oneOfEach } = designCheck(
            GRAPH,
            sets.map((shownBy, at) => thing(`${at}`, shownBy)),
            { loops: true, phraseBeats: 8 },
          );
          const shows = (rows: readonly (readonly string[])[]) =>
            rows.every((row) => row.some((id) => (danced as string[]).includes(id)));
          expect(shows(oneOfEach)).toBe(shows(sets));
        },
      ),
    );
  });
});

test("who watches whom: everybody about equally often, nobody twice in one round by one person", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 24 }),
      fc.integer({ min: 1, max: 4 }),
      fc.integer({ min: 10, max: 120 }),
      fc.integer({ min: 1, max: 60 }),
      (many, markers, seconds, minutes) => {
        const ids = Array.from({ length: many }, (_, at) => `${at}`);
        const rounds = watchRounds(ids, markers, seconds, minutes);
        expect(rounds.length * (seconds + 30)).toBeLessThanOrEqual(minutes * 60);
        const times = new Map(ids.map((id) => [id, 0]));
        for (const { watched } of rounds)
          for (const some of watched) {
            expect(new Set(some).size).toBe(some.length);
            for (const id of some) times.set(id, (times.get(id) ?? 0) + 1);
          }
        if (rounds.length === 0) return;
        const counts = [...times.values()];
        expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(1);
      },
    ),
  );
  expect(watchRounds([], 1, 30, 10)).toEqual([]);
  expect(markRank("alone")).toBe(2);
});
