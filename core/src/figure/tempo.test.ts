import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { parseFigure } from "../notation/index.ts";
import { minutesAndSeconds, paceOf, readMinutesAndSeconds, songFit, TEMPO_LIMITS } from "../time/index.ts";
import { figureFacts, tempoFacts, variantRanges } from "./index.ts";

const figure = (text: string) => parseFigure(text).figure;

describe("a figure at a tempo", () => {
  const basic = figure("leader\n& L back\n1 R place\n2 L forward\n3 R forward\nfollower mirror");
  it("gives the shortest gap in milliseconds and who manages it", () => {
    expect(tempoFacts(basic, IN_FOUR, 120)).toEqual({
      bpm: 120,
      barsPerMinute: 30,
      seconds: 1.5,
      asked: { changes: 3, onBeat: 500, within: 250 },
      comfortableFor: [1, 2, 3, 4],
      limit: null,
    });
    expect(tempoFacts(basic, IN_FOUR, 150)).toMatchObject({
      comfortableFor: [2, 3, 4],
      limit: { tier: 1, by: "changes" },
    });
    const strict = { ...TEMPO_LIMITS, 1: { changes: 2, onBeat: 300, within: 140 } };
    expect(tempoFacts(basic, { ...IN_FOUR, tempoLimits: strict }, 120)?.comfortableFor).toEqual([2, 3, 4]);
  });

  it("says nothing of one that is danced in its own time", () => {
    const free = figure("solo\n1 L forward\n2 R forward\nfree");
    expect(tempoFacts(free, IN_FOUR, 120)).toBeNull();
    expect(tempoFacts(basic, { ...IN_FOUR, freeTimed: true }, 120)).toBeNull();
    expect(figureFacts(free, IN_FOUR)).toMatchObject({ timed: false, phrase: null, fastestBpm: null });
  });
});

describe("footwork variants", () => {
  const triple = { name: "triple", pace: paceOf([0, 12, 24, 48, 60, 72], 96) };
  const single = { name: "single", pace: paceOf([0, 48], 96) };
  const dance = { ...IN_FOUR, slowestBpm: 90, fastestBpm: 220 };
  it("give way to fewer steps as the music gets faster", () => {
    const ranges = variantRanges([single, triple], dance, 2);
    expect(ranges.map(({ variant, from, to }) => [variant.name, from, to])).toEqual([
      ["triple", 90, 168],
      ["single", 169, 220],
    ]);
  });

  it("have one between them, where there is one", () => {
    const tap = { name: "tap", pace: paceOf([0, 24, 48, 72], 96) };
    const ranges = variantRanges([single, tap, triple], { ...dance, fastestBpm: 300 }, 1);
    expect(ranges.map(({ variant, from, to }) => [variant.name, from, to])).toEqual([
      ["triple", 90, 144],
      ["tap", 145, 200],
      ["single", 201, 300],
    ]);
  });

  test("never overlap and stay within the dance", () => {
    const variant = fc.record({
      pace: fc.uniqueArray(fc.integer({ min: 0, max: 15 }), { maxLength: 8 }).map((all) =>
        paceOf(
          all.map((at) => at * 6).sort((a, b) => a - b),
          96,
        ),
      ),
    });
    fc.assert(
      fc.property(fc.array(variant, { maxLength: 5 }), fc.constantFrom(1, 2, 3, 4), (variants, tier) => {
        const ranges = variantRanges(variants, dance, tier);
        ranges.forEach(({ from, to }, index) => {
          expect(from).toBe(index === 0 ? dance.slowestBpm : (ranges[index - 1]?.to ?? 0) + 1);
          expect(to).toBeGreaterThanOrEqual(from);
          expect(to).toBeLessThanOrEqual(dance.fastestBpm);
        });
      }),
    );
  });
});

describe("a song", () => {
  it("holds so many loops, and beats left over", () => {
    expect(songFit(6, 120, 181)).toEqual({ beats: 362, loops: 60, beatsLeft: 2 });
    expect(songFit(8, 100, 60)).toEqual({ beats: 100, loops: 12, beatsLeft: 4 });
    expect(() => songFit(0, 100, 60)).toThrow(RangeError);
  });

  test("has all its beats in loops and in what is left", () => {
    const whole = (max: number) => fc.integer({ min: 1, max });
    fc.assert(
      fc.property(whole(64), whole(300), whole(900), (beats, bpm, seconds) => {
        const fit = songFit(beats, bpm, seconds);
        expect(fit.loops * beats + fit.beatsLeft).toBe(fit.beats);
        expect(fit.beatsLeft).toBeLessThan(beats);
        expect(fit.beats).toBeLessThanOrEqual((seconds * bpm) / 60);
      }),
    );
  });

  it("has its length written as minutes and seconds", () => {
    expect(minutesAndSeconds(185)).toBe("3:05");
    expect(readMinutesAndSeconds("3:05")).toBe(185);
    expect(readMinutesAndSeconds(" 95 ")).toBe(95);
    expect(readMinutesAndSeconds("3:75")).toBeNull();
    expect(readMinutesAndSeconds("soon")).toBeNull();
  });
});
