import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { rhythmOfTaps, spokenCount } from "./index.ts";

const at = (onsets: readonly number[], bpm: number, off: (index: number) => number = () => 0) =>
  onsets.map((onset, index) => (onset / 24) * (60_000 / bpm) + (index === 0 ? 0 : off(index)));

describe("a rhythm that is tapped", () => {
  it("lies on the counts of the dance, and lasts whole beats", () => {
    expect(rhythmOfTaps(at([0, 24, 48, 60, 72], 110), IN_FOUR)).toEqual({
      onsets: [0, 24, 48, 60, 72],
      bpm: 110,
      beats: 4,
    });
    expect(rhythmOfTaps(at([0, 16, 24, 48], 120), { ...IN_FOUR, swung: true })?.onsets).toEqual([
      0, 16, 24, 48,
    ]);
  });

  it("is none of one tap, nor of two at once", () => {
    expect(rhythmOfTaps([5], IN_FOUR)).toBeNull();
    expect(rhythmOfTaps([0, 1, 2], IN_FOUR)).toBeNull();
  });

  test("is found also when the hand is a little early or late", () => {
    const gaps = fc.array(fc.constantFrom(12, 24, 48), { minLength: 4, maxLength: 10 });
    const hand = fc.array(fc.integer({ min: -18, max: 18 }), { minLength: 12, maxLength: 12 });
    fc.assert(
      fc.property(gaps, fc.integer({ min: 100, max: 120 }), hand, (list, bpm, jitter) => {
        // A rhythm of one length only says nothing of the tempo.
        fc.pre(list.includes(24) && list.includes(12));
        const onsets = [0];
        for (const gap of list) onsets.push((onsets.at(-1) ?? 0) + gap);
        const found = rhythmOfTaps(
          at(onsets, bpm, (index) => jitter[index] ?? 0),
          IN_FOUR,
        );
        expect(found?.onsets).toEqual(onsets);
      }),
    );
  });
});

it("says the thirds of a swung beat as they are written", () => {
  expect([0, 8, 16, 24, 40].map(spokenCount)).toEqual(["1", "e", "&", "2", "&"]);
});
