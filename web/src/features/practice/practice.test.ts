import { parseFigure } from "@map-step/core/notation";
import type { SequenceFigure } from "@map-step/core/sequence";
import { describe, expect, it } from "vitest";
import { DANCE } from "../../../test/dance.ts";
import { dealtRound, drillOf } from "./deal.ts";
import { measureInWords, measureOf } from "./measures.ts";
import { slowCounts, toggled } from "./use-pulse-settings.ts";

const FIGURES: SequenceFigure[] = [
  ["step", 'leader\n1 L side hold "closed"\n2 R close\nfollower mirror'],
  ["walk", 'leader\n1 L forward hold "closed"\n2 R forward\n3 L forward\n4 R close\nfollower mirror'],
].map(([id = "", text = ""]) => ({ id, figure: parseFigure(text).figure }));

describe("figures that are dealt", () => {
  it("are put together so that any round follows any other, and as long as was asked", () => {
    const drill = drillOf(FIGURES, DANCE, [3, 8], 2);
    // By hand: orders of 2 and 4 counts that make 8, never the same three times in a row.
    const orders = (left: number, last: string, row: number): number =>
      left === 0
        ? 1
        : (["step", "walk"] as const).reduce((sum, id) => {
            const own = id === "step" ? 2 : 4;
            const again = id === last ? row + 1 : 1;
            return own > left || again > 2 ? sum : sum + orders(left - own, id, again);
          }, 0);
    expect([drill.beats, drill.many]).toEqual([8, BigInt(orders(8, "", 0))]);
    let seed = 1;
    const random = () => {
      seed = (seed * 16807) % 2147483647;
      return seed / 2147483647;
    };
    const dealt = Array.from({ length: 60 }, (_, at) => dealtRound(drill, 8, at * 8, random));
    expect(new Set(dealt.map((round) => round?.beats))).toEqual(new Set([8]));
    const ways = dealt.map((round) => round?.danced.map(({ item }) => item.figureId).join(" "));
    expect(new Set(ways).size).toBe(Number(drill.many));
  });

  it("are none where no round comes back to where it began", () => {
    const drill = drillOf(FIGURES, DANCE, [3, 5], 2);
    expect([drill.beats, drill.home]).toEqual([3, null]);
    expect(dealtRound(drill, 8, 0, Math.random)).toBeNull();
  });
});

describe("what taps came to", () => {
  it("is kept to a tenth and within bounds, and said in a line", () => {
    const measure = measureOf(
      {
        matched: [{ tap: 0, point: 0, off: -31.26 }],
        offset: -31.26,
        spread: 12.04,
        drift: 0,
        missed: [3],
        extra: [],
        byCount: [{ count: "1", offset: -9999, taps: 1 }],
      },
      104.04,
    );
    expect(measure).toMatchObject({ bpm: 104, offset: -31.3, spread: 12, taps: 1, missed: 1 });
    expect(measure.byCount[0]?.offset).toBe(-2000);
    expect(measureInWords(measure)).toBe("104 beats a minute: 31 ms early, 12 ms to either side, 1 missed");
    expect(measureInWords({ ...measure, offset: 4, missed: 0 })).toBe(
      "104 beats a minute: on the beat, 12 ms to either side",
    );
  });
});

describe("accents", () => {
  it("on the slows are the counts on which a step lasts as long as a slow", () => {
    const figure = parseFigure("leader\n1 L forward\n3 R forward\n5 L side\n6 R close\nbeats 6").figure;
    expect(slowCounts(figure, 2)).toEqual([1, 3]);
    expect(slowCounts(figure, 3)).toEqual([]);
  });

  it("are put in and taken out in order", () => {
    expect(toggled([1, 5], 3)).toEqual([1, 3, 5]);
    expect(toggled([1, 3, 5], 3)).toEqual([1, 5]);
  });
});
