import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure } from "../../testing/figures.ts";
import { runs } from "../../testing/runs.ts";
import { type Figure, parseFigure, writtenRoles } from "../notation/index.ts";
import { align, LEAST_ALIKE } from "./align.ts";
import { compareFigures, compareLibrary, newMaterial } from "./index.ts";
import { type Moment, momentKey, momentLikeness, momentsOf, sameMoment, sameMove } from "./moment.ts";

const figure = (text: string): Figure => {
  const { figure: read, faults } = parseFigure(text);
  expect(faults).toEqual([]);
  return read;
};
const solo = (lines: string): readonly Moment[] => momentsOf(figure(`solo\n${lines}`));

/** The best sum of likeness over all ways to set two rows against each other, tried one by one. */
function bestSum(a: readonly Moment[], b: readonly Moment[]): number {
  const [one, ...rest] = a;
  if (!one) return 0;
  const options = b.map((two, at) => {
    const value = momentLikeness(one, two);
    return value < LEAST_ALIKE ? 0 : value + bestSum(rest, b.slice(at + 1));
  });
  return Math.max(bestSum(rest, b), 0, ...options);
}

describe("setting two rows against each other", () => {
  test("is as good as the best of all ways, and names every place once and in order", () => {
    fc.assert(
      fc.property(anyFigure, anyFigure, (one, two) => {
        const [a, b] = [momentsOf(one).slice(0, 7), momentsOf(two).slice(0, 7)];
        const { pairs, score } = align(a, b);
        expect(score).toBeCloseTo(bestSum(a, b), 9);
        expect(pairs.flatMap((pair) => pair.a ?? [])).toEqual([...a.keys()]);
        expect(pairs.flatMap((pair) => pair.b ?? [])).toEqual([...b.keys()]);
        const values = pairs.map((pair) =>
          pair.a === null || pair.b === null ? 0 : momentLikeness(a[pair.a] as Moment, b[pair.b] as Moment),
        );
        for (const [at, pair] of pairs.entries())
          if (pair.a !== null && pair.b !== null) expect(values[at]).toBeGreaterThanOrEqual(LEAST_ALIKE);
        expect(values.reduce((sum, value) => sum + value, 0)).toBeCloseTo(score, 9);
      }),
    );
  });

  it("keeps together what hangs together where that is as good", () => {
    const [x, y] = solo("1 L side\n2 R forward turn R 1/2\n3 L kick").slice(1) as [Moment, Moment];
    const [z] = solo("1 both close\n2 L side") as [Moment];
    expect(momentLikeness(x, y)).toBeLessThan(LEAST_ALIKE + 0.2);
    const paired = (a: readonly Moment[], b: readonly Moment[]) =>
      align(a, b).pairs.flatMap((pair) => (pair.a !== null && pair.b !== null ? [[pair.a, pair.b]] : []));
    expect(paired([x, y], [x, z, x, y])).toEqual([
      [0, 2],
      [1, 3],
    ]);
    expect(paired([x, y], [x, y, z, y])).toEqual([
      [0, 0],
      [1, 1],
    ]);
    expect(paired([x, z, x, y], [x, y])).toEqual([
      [2, 0],
      [3, 1],
    ]);
    expect(paired([], [x])).toEqual([]);
  });
});

describe("how alike two moments are", () => {
  const at = (lines: string, index = 0) => solo(lines)[index] as Moment;
  const plain = at("1 L side\n2 R forward\n3 L side", 1);
  it.each([
    ["itself", "1 L side\n2 R forward\n3 L side", 1],
    ["another action", "1 L side\n2 R back\n3 L side", 1 - 0.7 * 0.5],
    ["an action without weight", "1 L side\n2 R kick forward\n3 R side", 1 - 0.7 * 0.65],
    ["the other foot", "1 R side\n2 R forward\n3 L side", 1 - 0.7 * 0.15],
    ["a quarter turn", "1 L side\n2 R forward turn R 1/4\n3 L side", 1 - 0.7 * 0.05],
    ["a quarter turn the other way", "1 L side\n2 R forward turn L 1/4\n3 L side", 1 - 0.7 * 0.05],
    ["two whole turns", "1 L side\n2 R forward turn R 2\n3 L side", 1 - 0.7 * 0.2],
    ["a longer one", "1 L side\n2 R forward\n4 L side", 1 - 0.3 * 0.5],
    ["one off the beat, and shorter", "1 L side\n2& R forward\n3 L side", 1 - 0.3],
  ])("set against %s", (_what, lines, likeness) => {
    const other = at(lines, 1);
    expect(momentLikeness(plain, other)).toBeCloseTo(likeness, 9);
    expect(momentLikeness(other, plain)).toBeCloseTo(likeness, 9);
    expect(sameMoment(plain, other)).toBe(likeness === 1);
  });

  it("tells turns one way from turns the other", () => {
    const [right, left] = ["R", "L"].map((sense) => at(`1 L side\n2 R forward turn ${sense} 1/2`, 1));
    expect(momentLikeness(right as Moment, left as Moment)).toBeCloseTo(1 - 0.7 * 0.2, 9);
  });

  it("sets a landing on both feet and a move of the body against no single foot", () => {
    const [both] = solo("1 both side") as [Moment];
    const [foot] = solo("1 L side") as [Moment];
    const [body] = solo("1 hold\n2 L side") as [Moment];
    const second = at("1 L close\n2 R side", 1);
    expect(momentLikeness(both, second)).toBeCloseTo(1 - 0.7 * 0.15, 9);
    expect(momentLikeness(foot, second)).toBe(1);
    expect(momentLikeness(body, at("1 L hold\n2 R side"))).toBeLessThan(1);
  });

  it("counts a role that only one of both has as nothing in common", () => {
    const alone = momentsOf(figure("leader\n1 L side\nfollower\n2 R side"))[0] as Moment;
    const couple = momentsOf(figure("leader\n1 L side\nfollower\n1 R side\n2 L side"))[0] as Moment;
    expect(momentLikeness(alone, couple)).toBeCloseTo(0.3 + 0.7 * 0.5, 9);
    expect(sameMove(alone, couple, "follower")).toBe(false);
    expect(sameMove(alone, couple, "leader")).toBe(true);
    expect(sameMove(undefined, undefined, "leader")).toBe(true);
    expect(sameMove(alone, undefined, "leader")).toBe(false);
    expect(sameMove(undefined, alone, "follower")).toBe(true);
  });

  test("has one key where everything is the same", () => {
    fc.assert(
      fc.property(anyFigure, anyFigure, (one, two) => {
        for (const a of momentsOf(one))
          for (const b of momentsOf(two)) {
            const value = momentLikeness(a, b);
            expect(value).toBeCloseTo(momentLikeness(b, a), 12);
            expect(value).toBeGreaterThanOrEqual(0);
            if (momentKey(a) === momentKey(b)) expect(value).toBeCloseTo(1, 12);
          }
      }),
      runs(30),
    );
  });
});

describe("new material", () => {
  /** The fewest ticks that no known stretch covers, and the fewest stretches for it, tried one by one. */
  function fewest(row: readonly Moment[], known: readonly (readonly Moment[])[]): readonly [number, number] {
    const isKnown = (stretch: readonly Moment[]): boolean =>
      known.some((other) =>
        other.some((_, from) =>
          stretch.every((one, at) => {
            const two = other[from + at];
            return two !== undefined && sameMoment(one, two);
          }),
        ),
      );
    const from = (start: number): readonly [number, number] => {
      const first = row[start];
      if (!first) return [0, 0];
      const [left, pieces] = from(start + 1);
      let best: readonly [number, number] = [left + first.lasts, pieces];
      for (let end = start + 2; end <= row.length && isKnown(row.slice(start, end)); end++) {
        const [after, more] = from(end);
        if (after < best[0] || (after === best[0] && more + 1 < best[1])) best = [after, more + 1];
      }
      return best;
    };
    return from(0);
  }

  test("is the fewest beats that known stretches leave, in the fewest stretches", () => {
    fc.assert(
      fc.property(anyFigure, fc.array(anyFigure, { minLength: 1, maxLength: 3 }), (any, others) => {
        // Pieces of the figure itself are known too, or little ever would be.
        const known = [...others, any].map((one, index) => ({ id: String(index), figure: one }));
        for (const some of [known, known.slice(0, -1)])
          for (const role of writtenRoles(any)) {
            const row = momentsOf(any, [role]);
            if (row.length > 10) continue;
            const rows = some.map((one) => momentsOf(one.figure, [role]));
            const material = newMaterial(any, some).byRole[role];
            const [left, pieces] = fewest(row, rows);
            expect((material?.newBeats ?? 0) * 24).toBeCloseTo(left, 6);
            expect(material?.known.length).toBe(pieces);
            for (const { figureId } of material?.known ?? [])
              expect(some.map(({ id }) => id)).toContain(figureId);
          }
      }),
    );
  });

  it("names the known figure of each stretch, and what lies between", () => {
    const one = figure("solo\n1 L side\n2 R close\n3 L forward turn L 1/2\n4 R side\n5 L close\n6 R back");
    const known = [
      { id: "sides", figure: figure("solo\n1 L side\n2 R close\n3 L kick") },
      { id: "others", figure: figure("solo\n1 L forward\n2 R side\n3 L close\n4 R back") },
    ];
    const { byRole, newBeats } = newMaterial(one, known);
    expect(byRole.solo?.known.map(({ from, to, figureId }) => [from, to, figureId])).toEqual([
      [0, 2, "sides"],
      [3, 6, "others"],
    ]);
    expect(byRole.solo?.fresh).toEqual([{ from: 2, to: 3 }]);
    expect(newBeats).toBe(1);
  });
});

describe("a library", () => {
  const named = (texts: Readonly<Record<string, string>>) =>
    Object.entries(texts).map(([id, text]) => ({ id, figure: figure(`solo\n${text}`) }));

  it("tells pairs once, most alike first, and none that has too little in common", () => {
    const base = "1 L side\n2 R close\n3 L side\n4 R close";
    const library = named({
      base,
      same: base,
      near: base.replace("4 R close", "4 R back"),
      far: "1& R kick\n2& L heel\n3& R scuff\n4& L hitch",
    });
    const pairs = compareLibrary(library);
    expect(pairs.map(({ a, b }) => `${a} ${b}`)).toEqual(["base same", "base near", "same near"]);
    expect(pairs.map(({ likeness }) => likeness)).toEqual(
      [...pairs.map(({ likeness }) => likeness)].sort((a, b) => b - a),
    );
    expect(pairs[0]?.likeness).toBe(1);
    expect(pairs[0]?.decides).toBeNull();
    expect(pairs[1]?.decides).toBe(
      compareFigures(library[0]?.figure as Figure, library[2]?.figure as Figure).decides,
    );
  });

  it("tells at the first of each sixteen figures, and at the last, how far it is", () => {
    const told: number[] = [];
    compareLibrary(
      Array.from({ length: 40 }, (_, at) => ({ id: String(at), figure: figure("solo\n1 L side") })),
      (done, all) => told.push(done, all),
    );
    expect(told).toEqual([1, 40, 17, 40, 33, 40, 40, 40]);
  });

  it("leaves out two of which one is more than three times as long", () => {
    const short = "1 L side\n2 R close";
    const long = Array.from({ length: 7 }, (_, at) => `${at + 1} ${at % 2 ? "R close" : "L side"}`).join(
      "\n",
    );
    expect(compareLibrary(named({ short, long }))).toEqual([]);
    expect(compareLibrary(named({ short, long: long.split("\n").slice(0, 6).join("\n") }))).toHaveLength(1);
  });
});
