import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { runs } from "../../testing/runs.ts";
import { MODEL, RULE } from "../../testing/samples.ts";
import {
  agreement,
  atLeast,
  clauseFacts,
  type Evidence,
  fitMarks,
  MARKS,
  markAtLayer,
  marksAhead,
  mostTelling,
  type ReadinessRule,
  readiness,
  standing,
  teachAgain,
} from "./index.ts";

const AT = "2027-03-01";
const anyMark = fc.constantFrom(...MARKS);
const seen = (figureId: string, mark: Evidence["mark"], about: Partial<Evidence> = {}): Evidence => ({
  id: `${figureId} ${mark} ${about.at} ${about.markerId}`,
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

describe("at least so many of several", () => {
  test("agrees with every outcome counted", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 9 }),
        fc.integer({ min: -1, max: 10 }),
        (chances, k) => {
          let all = 0;
          for (let outcome = 0; outcome < 2 ** chances.length; outcome++) {
            const true_ = chances.map((_, at) => (outcome >> at) & 1);
            if (true_.reduce((sum, own) => sum + own, 0) < k) continue;
            all += chances.reduce((product, own, at) => product * (true_[at] ? own : 1 - own), 1);
          }
          expect(atLeast(chances, k)).toBeCloseTo(all, 9);
        },
      ),
    );
  });
});

describe("what stands", () => {
  it("is the latest mark, without what was corrected or taken back, the lower where two differ on one day", () => {
    const evidence = [
      seen("basic", "alone", { id: "a", at: "2027-02-01" }),
      seen("basic", "with-help", { id: "b", at: "2027-02-08" }),
      seen("basic", "dances-it", { id: "c", at: "2027-02-08", markerId: "bram" }),
      seen("turn", "not-yet", { id: "d" }),
      seen("turn", "alone", { id: "e", corrects: "d" }),
      seen("spin", "alone", { id: "f" }),
      seen("spin", null, { id: "g", corrects: "f" }),
      seen("wrap", "alone", { id: "h", at: "2027-03-02" }),
    ];
    expect(
      standing(evidence, AT).map(({ figureId, mark, differs, from }) => [figureId, mark, differs, from]),
    ).toEqual([
      ["basic", "with-help", true, ["b", "c"]],
      ["turn", "alone", false, ["e"]],
    ]);
  });

  it("reaches back to the layers before, and a failure on to those after", () => {
    const at = (layer: Evidence["layer"], mark: (typeof MARKS)[number]) => ({ layer, mark });
    expect(markAtLayer([at("partner", "alone")], "steps")).toBe("alone");
    expect(markAtLayer([at("steps", "alone")], "partner")).toBeNull();
    expect(markAtLayer([at("steps", "not-yet")], "partner")).toBe("not-yet");
    expect(markAtLayer([at("steps", "with-help"), at("partner", "alone")], "steps")).toBe("alone");
  });

  test("a mark more never lowers what was seen", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom("basic", "turn", "spin"), anyMark), { maxLength: 8 }),
        fc.tuple(fc.constantFrom("basic", "turn", "spin"), anyMark),
        (before, [figureId, mark]) => {
          const evidence = before.map(([id, own], index) => seen(id, own, { id: String(index) }));
          const more = [...evidence, seen(figureId, mark, { id: "more" })];
          const unseen = (list: readonly Evidence[]) =>
            clauseFacts(RULE, "ana", list, AT).reduce((sum, own) => sum + own.unseen.length, 0);
          expect(unseen(more)).toBeLessThanOrEqual(unseen(evidence));
          expect(standing(more, AT).length).toBeGreaterThanOrEqual(standing(evidence, AT).length);
        },
      ),
    );
  });
});

const IDS = ["1", "2", "3", "4", "5", "6", "7", "8"];
const MODEL_OF_EIGHT = {
  ...MODEL,
  slope: 1.4,
  difficulty: Object.fromEntries(IDS.map((id, at) => [id, -1.5 + at * 0.4])),
  thresholds: [-1, 0, 1.1],
};

describe("readiness", () => {
  it("is settled by what was seen alone where that is enough, and says what it rests on", () => {
    const settled = readiness(RULE, "ana", MODEL, [seen("basic", "alone"), seen("spin", "dances-it")], AT);
    expect(settled).toMatchObject({ probability: 1, verdict: "ready" });
    const failed = readiness(RULE, "ana", MODEL, [seen("basic", "with-help")], AT);
    expect(failed).toMatchObject({ probability: 0, verdict: "not-yet" });
    expect(failed.reasons).toEqual([
      "0 of 1 figure shown (without help or better, partner)",
      "0 of 1 figure shown (without help or better, partner), 2 not seen",
    ]);
    const timing: ReadinessRule = { clauses: [{ kind: "timing", within: 40 }] };
    expect(readiness(timing, "ana", MODEL, [], AT).probability).toBe(0.5);
    const measured = seen("basic", "alone", { where: "measured", offset: -55 });
    expect(readiness(timing, "ana", MODEL, [measured], AT)).toMatchObject({
      probability: 0,
      reasons: ["timing 55 ms off the beat, 40 ms are asked for"],
    });
  });

  test("is 0 or 1 when everything was seen, as the facts have it", () => {
    fc.assert(
      fc.property(
        fc.array(anyMark, { minLength: 8, maxLength: 8 }),
        fc.integer({ min: 1, max: 8 }),
        (marks, least) => {
          const rule: ReadinessRule = {
            clauses: [{ kind: "figures", figureIds: IDS, atLeast: least, mark: "alone", layer: "partner" }],
          };
          const evidence = IDS.map((id, at) => seen(id, marks[at] ?? "alone"));
          const have = marks.filter((mark) => mark === "alone" || mark === "dances-it").length;
          expect(readiness(rule, "ana", MODEL_OF_EIGHT, evidence, AT).probability).toBe(
            have >= least ? 1 : 0,
          );
          expect(mostTelling(rule, "ana", MODEL_OF_EIGHT, evidence, AT)).toEqual([]);
        },
      ),
    );
  });

  test("agrees with every outcome of eight figures tried, also where clauses share figures", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 2, max: 4 }),
        (least, best, known) => {
          const rule: ReadinessRule = {
            clauses: [
              {
                kind: "figures",
                figureIds: IDS.slice(0, 5),
                atLeast: least,
                mark: "alone",
                layer: "partner",
              },
              {
                kind: "figures",
                figureIds: IDS.slice(3, 8),
                atLeast: best,
                mark: "dances-it",
                layer: "partner",
              },
            ],
          };
          const evidence = IDS.slice(0, known).map((id) => seen(id, "alone"));
          const { probability } = readiness(rule, "ana", MODEL_OF_EIGHT, evidence, AT);
          // Over a grid of abilities of its own, every mark of every unseen figure one after the other.
          const logistic = (x: number) => 1 / (1 + Math.exp(-x));
          const chanceOf = (theta: number, id: string, rank: number) => {
            const reach = [-1, 0, 1.1].map((own) =>
              logistic(1.4 * (theta - (MODEL_OF_EIGHT.difficulty[id] ?? 0) - own)),
            );
            return (rank === 0 ? 1 : (reach[rank - 1] ?? 0)) - (reach[rank] ?? 0);
          };
          const unseen = IDS.slice(known);
          let [all, hold] = [0, 0];
          for (let theta = -5; theta <= 5.0001; theta += 0.5) {
            const weight = evidence.reduce(
              (product, { figureId }) => product * chanceOf(theta, figureId, 2),
              Math.exp(-(theta ** 2) / 2),
            );
            const go = (at: number, alone: number, dances: number): number => {
              const id = unseen[at];
              if (id === undefined) return alone >= least && dances >= best ? 1 : 0;
              return [0, 1, 2, 3].reduce(
                (sum, rank) =>
                  sum +
                  chanceOf(theta, id, rank) *
                    go(
                      at + 1,
                      alone + (IDS.indexOf(id) < 5 && rank >= 2 ? 1 : 0),
                      dances + (IDS.indexOf(id) >= 3 && rank >= 3 ? 1 : 0),
                    ),
                0,
              );
            };
            all += weight;
            hold += weight * go(0, known, 0);
          }
          expect(probability).toBeCloseTo(hold / all, 5);
        },
      ),
      runs(8),
    );
  });

  it("is told most by what is neither sure to be shown nor sure to be missed, and marks ahead sum to 1", () => {
    const rule: ReadinessRule = {
      clauses: [{ kind: "figures", figureIds: ["1", "8"], atLeast: 2, mark: "alone", layer: "partner" }],
    };
    const model = { ...MODEL_OF_EIGHT, difficulty: { 1: -4, 8: 0 } };
    expect(mostTelling(rule, "ana", model, [], AT).map(({ figureId }) => figureId)).toEqual(["8", "1"]);
    const ahead = marksAhead("ana", "8", "partner", model, [], AT);
    expect(ahead.reduce((sum, own) => sum + own, 0)).toBeCloseTo(1, 9);
  });

  test("goes by the same evidence as the count: what is dated ahead of the day changes neither", () => {
    const dated = fc.record({
      figureId: fc.constantFrom("basic", "turn", "spin"),
      mark: anyMark,
      at: fc.constantFrom("2027-02-01", AT, "2027-03-02", "2027-06-01"),
    });
    fc.assert(
      fc.property(fc.array(dated, { maxLength: 10 }), (list) => {
        const all = list.map(({ figureId, mark, at }, index) =>
          seen(figureId, mark, { id: String(index), at }),
        );
        const until = all.filter(({ at }) => at <= AT);
        const fitted = (some: readonly Evidence[]) => fitMarks(some, { priors: "stated", until: AT });
        const [now, then] = [all, until].map((some) => readiness(RULE, "ana", fitted(some), some, AT));
        expect(now).toEqual(then);
        if (until.length === 0 && now) expect(["open", "not-yet"]).toContain(now.verdict);
      }),
    );
  });

  it("says how many are shown where more are than are asked for", () => {
    const rule: ReadinessRule = {
      clauses: [{ kind: "figures", figureIds: IDS, atLeast: 1, mark: "alone", layer: "partner" }],
    };
    const four = IDS.slice(0, 4).map((id) => seen(id, "alone"));
    expect(readiness(rule, "ana", MODEL_OF_EIGHT, four, AT).reasons).toEqual([
      "4 shown, 1 asked for (without help or better, partner)",
    ]);
  });

  it("leans less on what was seen long ago", () => {
    const model = fitMarks([seen("basic", "not-yet"), seen("turn", "not-yet")], { priors: "stated" });
    const chance = (at: string) =>
      readiness(RULE, "ana", model, [seen("turn", "not-yet", { at })], AT).probability;
    expect(chance("2024-03-01")).toBeGreaterThan(chance("2027-02-22"));
  });
});

describe("agreement", () => {
  it("is 1 for the same marks, below 0 for opposite ones, and not defined without two different marks", () => {
    expect(
      agreement([
        ["alone", "alone"],
        ["not-yet", "not-yet"],
      ]),
    ).toMatchObject({ kappa: 1, low: 1, high: 1, difference: 0 });
    expect(
      agreement([
        ["dances-it", "not-yet"],
        ["not-yet", "dances-it"],
      ]).kappa,
    ).toBe(-1);
    expect(
      agreement([
        ["alone", "alone"],
        ["alone", "alone"],
      ]).kappa,
    ).toBeNull();
    expect(agreement([])).toMatchObject({ kappa: null, difference: 0 });
  });

  it("is what is worked out by hand: by the mean square of differences against chance", () => {
    const pairs = [
      ["not-yet", "with-help"],
      ["alone", "alone"],
      ["dances-it", "alone"],
      ["with-help", "with-help"],
      ["alone", "dances-it"],
    ] as const;
    const ranks = pairs.map(([a, b]) => [MARKS.indexOf(a), MARKS.indexOf(b)] as const);
    const seenSquares = ranks.reduce((sum, [a, b]) => sum + (a - b) ** 2, 0) / ranks.length;
    const chanceSquares =
      ranks.reduce((sum, [a]) => sum + ranks.reduce((inner, [, b]) => inner + (a - b) ** 2, 0), 0) /
      ranks.length ** 2;
    expect(agreement(pairs).kappa).toBeCloseTo(1 - seenSquares / chanceSquares, 12);
  });

  test("does not mind who is first, and lies within its interval", () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(anyMark, anyMark), { maxLength: 40 }), (pairs) => {
        const there = agreement(pairs);
        const back = agreement(pairs.map(([a, b]) => [b, a] as const));
        if (there.kappa === null) expect(back.kappa).toBeNull();
        else {
          expect(back.kappa).toBeCloseTo(there.kappa, 9);
          expect(there.low ?? -1).toBeLessThanOrEqual(there.kappa + 1e-12);
          expect(there.high ?? 1).toBeGreaterThanOrEqual(there.kappa - 1e-12);
        }
        expect(back.difference).toBeCloseTo(-there.difference, 9);
      }),
    );
  });
});

describe("what to teach again", () => {
  const rule: ReadinessRule = {
    clauses: [{ kind: "figures", figureIds: ["1", "2"], atLeast: 2, mark: "alone", layer: "partner" }],
  };
  const evidence = [
    ...["ana", "ben"].map((studentId) => seen("1", "alone", { studentId, id: `${studentId} 1` })),
    ...["ana", "ben"].map((studentId) => seen("2", "with-help", { studentId, id: `${studentId} 2` })),
    seen("1", "not-yet", { studentId: "cleo", id: "cleo 1" }),
    seen("2", "alone", { studentId: "cleo", id: "cleo 2" }),
  ];
  const again = (minutesOf: (figureId: string) => number) =>
    teachAgain({
      rule,
      studentIds: ["ana", "ben", "cleo"],
      model: MODEL_OF_EIGHT,
      evidence,
      at: AT,
      minutesOf,
    });

  it("is what makes the most ready in its minutes, counted where all is known", () => {
    expect(again(() => 5)).toMatchObject([
      { figureId: "2", lacking: ["ana", "ben"], moreReady: 2, perTenMinutes: 4 },
      { figureId: "1", lacking: ["cleo"], moreReady: 1, perTenMinutes: 2 },
    ]);
    expect(again((id) => (id === "2" ? 30 : 5)).map(({ figureId }) => figureId)).toEqual(["1", "2"]);
  });

  test("is what a second calculation says: nothing to who has it, nothing to who cannot become ready", () => {
    const anyEvidence = fc.array(
      fc.record({
        figureId: fc.constantFrom(...IDS.slice(0, 4)),
        studentId: fc.constantFrom("ana", "ben", "cleo"),
        mark: anyMark,
        day: fc.integer({ min: 1, max: 28 }),
      }),
      { maxLength: 14 },
    );
    fc.assert(
      fc.property(anyEvidence, fc.integer({ min: 1, max: 4 }), (list, least) => {
        const asked: ReadinessRule = {
          clauses: [
            ...[{ kind: "figures" as const, figureIds: IDS.slice(0, 4), atLeast: least }].map((one) => ({
              ...one,
              mark: "alone" as const,
              layer: "partner" as const,
            })),
          ],
        };
        const all = list.map(({ figureId, studentId, mark, day }, at) =>
          seen(figureId, mark, { studentId, id: String(at), at: `2027-02-${String(day).padStart(2, "0")}` }),
        );
        const studentIds = ["ana", "ben", "cleo"];
        const told = teachAgain({
          rule: asked,
          studentIds,
          model: MODEL_OF_EIGHT,
          evidence: all,
          at: AT,
          minutesOf: () => 5,
        });
        for (const { figureId, moreReady } of told) {
          let by = 0;
          for (const studentId of studentIds) {
            const [facts] = clauseFacts(asked, studentId, all, AT);
            const before = readiness(asked, studentId, MODEL_OF_EIGHT, all, AT).probability;
            if (!facts || facts.shown.includes(figureId)) continue;
            // The same question with one fewer asked for, of the figures that are left.
            const rest: ReadinessRule = {
              clauses: [
                {
                  kind: "figures",
                  atLeast: least - 1,
                  mark: "alone",
                  layer: "partner",
                  figureIds: IDS.slice(0, 4).filter((id) => id !== figureId),
                },
              ],
            };
            by += readiness(rest, studentId, MODEL_OF_EIGHT, all, AT).probability - before;
          }
          expect(moreReady).toBeCloseTo(by, 9);
        }
      }),
    );
  });
});
