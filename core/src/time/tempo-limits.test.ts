import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import {
  askedAt,
  dancedAt,
  fastestFor,
  hardestOf,
  paceOf,
  passedLimit,
  swingShare,
  TEMPO_LIMITS,
  TICKS_PER_BEAT,
  TIERS,
  tiersFor,
} from "./index.ts";

const SINGLE = paceOf([0, 24, 48, 72], 96);
/** Two triples and a rock step, as they are written in swing. */
const TRIPLES = paceOf([0, 24, 48, 64, 72, 96, 112, 120], 144);

describe("what steps ask at a tempo", () => {
  it("is the fullest two beats, the closest steps on beats, and the closest off them", () => {
    expect(paceOf([0, 12, 24], 48)).toEqual({
      onBeat: 24,
      within: [
        [0, 12],
        [12, 12],
      ],
      most: 3,
    });
    expect(askedAt(paceOf([0, 12, 24], 48), 120, false)).toEqual({ changes: 3, onBeat: 500, within: 250 });
    expect(askedAt(SINGLE, 120, false)).toEqual({ changes: 2, onBeat: 500, within: null });
    expect(askedAt(paceOf([0], 96), 120, false)).toEqual({ changes: 0, onBeat: null, within: null });
  });

  it("goes round the end", () => {
    expect(paceOf([-12, 0, 24, 48], 72)).toMatchObject({ onBeat: 24, most: 3 });
    expect(paceOf([0, 60], 72).within).toContainEqual([12, 12]);
  });

  it("of two roles is whatever is hardest", () => {
    expect(hardestOf([SINGLE, TRIPLES])).toMatchObject({ onBeat: 24, most: 3 });
    expect(hardestOf([])).toEqual({ onBeat: null, within: [], most: 0 });
  });

  test("grows with the tempo, so that the fastest that is managed is the last", () => {
    const onsets = fc
      .uniqueArray(fc.integer({ min: 0, max: 191 }), { minLength: 2, maxLength: 12 })
      .map((all) => all.sort((a, b) => a - b));
    fc.assert(
      fc.property(onsets, fc.constantFrom(...TIERS), fc.boolean(), (all, tier, swung) => {
        const pace = paceOf(all, 192);
        const fastest = fastestFor(pace, TEMPO_LIMITS[tier], swung);
        const passes = (bpm: number) => passedLimit(askedAt(pace, bpm, swung), TEMPO_LIMITS[tier]) !== null;
        for (const bpm of [1, Math.floor(fastest / 2), fastest])
          if (bpm > 0 && bpm <= fastest) expect(passes(bpm)).toBe(false);
        if (fastest < 1000) expect(passes(fastest + 1)).toBe(true);
        // By hand: every gap and every window of two beats, one by one.
        const again = [...all, ...all.map((one) => one + 192)];
        const most = Math.max(
          ...all.map((from) => again.filter((one) => one >= from && one < from + 48).length),
        );
        expect(pace.most).toBe(most);
      }),
    );
  });
});

describe("swing", () => {
  it("flattens from 3 to 1 in slow music to 1 to 1 in fast, where its short note lasts about 100 ms", () => {
    expect([40, 60, 180, 300, 400].map(swingShare)).toEqual([1 / 4, 1 / 4, 3 / 8, 1 / 2, 1 / 2]);
    expect(swingShare(300) * 200).toBe(100);
  });

  it("moves what lies between two beats, and nothing else", () => {
    expect([0, 16, 24, -8, 8].map((onset) => dancedAt(onset, 60, true))).toEqual([0, 0.75, 1, -0.25, 0.375]);
    expect(dancedAt(16, 300, true)).toBe(0.5);
    expect(dancedAt(12, 300, false)).toBe(0.5);
  });

  test("keeps the order of what is danced", () => {
    const tick = fc.integer({ min: -48, max: 200 });
    fc.assert(
      fc.property(tick, tick, fc.integer({ min: 20, max: 400 }), (a, b, bpm) => {
        const [one, two] = [dancedAt(a, bpm, true), dancedAt(b, bpm, true)];
        expect(Math.sign(one - two)).toBe(Math.sign(a - b));
        if (a % TICKS_PER_BEAT === 0) expect(one).toBe(a / TICKS_PER_BEAT);
      }),
    );
  });
});

describe("who manages what", () => {
  it("is what teachers see: beginners dance triples to 144, and single steps to 200", () => {
    expect(fastestFor(TRIPLES, TEMPO_LIMITS[1], true)).toBe(144);
    expect(fastestFor(SINGLE, TEMPO_LIMITS[1], false)).toBe(200);
    expect(tiersFor(TRIPLES, 130, true, TEMPO_LIMITS)).toEqual([1, 2, 3, 4]);
    expect(tiersFor(TRIPLES, 180, true, TEMPO_LIMITS)).toEqual([3, 4]);
  });

  it("names the limit that is passed", () => {
    const limits = TEMPO_LIMITS[1];
    expect(passedLimit(askedAt(TRIPLES, 200, true), limits)).toBe("within");
    expect(passedLimit(askedAt(SINGLE, 210, false), limits)).toBe("onBeat");
    expect(passedLimit(askedAt(paceOf([0, 12, 24, 36], 48), 120, false), limits)).toBe("changes");
    expect(passedLimit(askedAt(SINGLE, 100, false), limits)).toBeNull();
  });

  test("more is managed tier by tier", () => {
    const onsets = fc.uniqueArray(fc.integer({ min: 0, max: 95 }), { minLength: 2, maxLength: 9 });
    fc.assert(
      fc.property(onsets, fc.boolean(), (all, swung) => {
        const pace = paceOf(
          all.sort((a, b) => a - b),
          96,
        );
        const fastest = TIERS.map((tier) => fastestFor(pace, TEMPO_LIMITS[tier], swung));
        expect(fastest).toEqual([...fastest].sort((a, b) => a - b));
      }),
    );
  });
});
