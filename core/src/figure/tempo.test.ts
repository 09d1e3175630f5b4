import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { parseFigure } from "../notation/index.ts";
import { minutesAndSeconds, readMinutesAndSeconds, songFit } from "../time/index.ts";
import { figureFacts, tempoFacts, variantRanges } from "./index.ts";

const figure = (text: string) => parseFigure(text).figure;

describe("a figure at a tempo", () => {
  const basic = figure("leader\n& L back\n1 R place\n2 L forward\n3 R forward\nfollower mirror");
  it("gives the shortest gap in milliseconds and who manages it", () => {
    expect(tempoFacts(basic, IN_FOUR, 120)).toEqual({
      bpm: 120,
      barsPerMinute: 30,
      seconds: 1.5,
      shortestGapMs: 250,
      comfortableFor: [2, 3, 4],
    });
  });

  it("says nothing of one that is danced in its own time", () => {
    const free = figure("solo\n1 L forward\n2 R forward\nfree");
    expect(tempoFacts(free, IN_FOUR, 120)).toBeNull();
    expect(tempoFacts(basic, { ...IN_FOUR, freeTimed: true }, 120)).toBeNull();
    expect(figureFacts(free, IN_FOUR)).toMatchObject({ timed: false, phrase: null, fastestBpm: null });
  });
});

describe("footwork variants", () => {
  const triple = { name: "triple", steps: 8, shortestGap: 0.5 };
  const single = { name: "single", steps: 4, shortestGap: 1 };
  const dance = { slowestBpm: 90, fastestBpm: 220 };
  it("give way to fewer steps as the music gets faster", () => {
    const ranges = variantRanges([single, triple], dance, 2);
    expect(ranges.map(({ variant, from, to }) => [variant.name, from, to])).toEqual([
      ["triple", 90, 125],
      ["single", 126, 220],
    ]);
  });

  it("goes by the gap between the steps, not by how many there are", () => {
    const long = { name: "long", shortestGap: 1 };
    const short = { name: "short", shortestGap: 0.5 };
    expect(variantRanges([long, short], dance, 2).map(({ variant }) => variant.name)).toEqual([
      "short",
      "long",
    ]);
  });

  test("never overlap and stay within the dance", () => {
    const variant = fc.record({
      steps: fc.integer({ min: 1, max: 20 }),
      shortestGap: fc.constantFrom(null, 0.25, 0.5, 1, 2),
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
