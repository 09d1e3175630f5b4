import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { BASIC, ITEM } from "../../testing/samples.ts";
import { roundOf, type SequenceItem } from "../sequence/index.ts";
import { calledRound, callerAt, drawnPicks } from "./index.ts";

const figure = (id: string): SequenceItem => ({ ...ITEM, id, figureId: id, times: 1 });
const CHOICE: SequenceItem = {
  kind: "choice",
  id: "c",
  optional: true,
  ways: [[figure("a"), { kind: "choice", id: "d", optional: false, ways: [[figure("b")], [figure("x")]] }]],
};
const ITEMS = [figure("start"), CHOICE];
const roundFrom = (from: number) =>
  calledRound(
    roundOf(ITEMS, () => BASIC, { c: 0, d: 1 }),
    8,
    from,
  );

describe("choices drawn", () => {
  it("take every way, and none where that may be", () => {
    const many = Array.from({ length: 20 }, (_, index) => drawnPicks(ITEMS, () => index / 20));
    expect(new Set(many.map(({ c }) => c))).toEqual(new Set([0, null]));
    expect(new Set(many.map(({ d }) => d))).toEqual(new Set([0, 1]));
  });

  it("take each as often as the others", () => {
    const numbers = Array.from({ length: 1000 }, (_, index) => (index * 7919 + 13) % 1000).map(
      (at) => at / 1000,
    );
    const drawn = Array.from({ length: 500 }, () => drawnPicks(ITEMS, () => numbers.pop() ?? 0).c);
    const none = drawn.filter((pick) => pick === null).length;
    expect(Math.abs(none - 250)).toBeLessThan(40);
  });
});

describe("the caller", () => {
  it("says the next figure so many beats ahead, over the end of a round too", () => {
    const rounds = [roundFrom(0), roundFrom(24)];
    expect(rounds[0]?.beats).toBe(24);
    expect(callerAt(rounds, -5, 4)).toMatchObject({ now: null, said: null, in: 5 });
    expect(callerAt(rounds, -3.5, 4)).toMatchObject({ now: null, said: { figureId: "start" }, in: 4 });
    expect(callerAt(rounds, 3, 4)).toMatchObject({ now: { figureId: "start" }, said: null });
    expect(callerAt(rounds, 4, 4)).toMatchObject({ said: { figureId: "a" }, in: 4 });
    expect(callerAt(rounds, 22, 4)).toMatchObject({
      now: { figureId: "x" },
      said: { figureId: "start" },
      in: 2,
    });
    expect(callerAt(rounds.slice(0, 1), 22, 4)).toMatchObject({ now: { figureId: "x" }, said: null });
    expect(callerAt([], 3, 4)).toMatchObject({ now: null, said: null });
  });

  test("what is said is what is danced once its beats have gone by", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 47, noNaN: true }),
        fc.integer({ min: 1, max: 16 }),
        (beat, ahead) => {
          const rounds = [roundFrom(0), roundFrom(24), roundFrom(48)];
          const { said, in: left } = callerAt(rounds, beat, ahead);
          if (said) expect(callerAt(rounds, beat + left, ahead).now).toEqual(said);
        },
      ),
    );
  });
});
