import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { OFFBEATS, type Pulse, practiceTrack, pulseBetween, steadyTempo, surenessFor } from "./index.ts";

const anyPulse: fc.Arbitrary<Pulse> = fc.record({
  cycle: fc.integer({ min: 1, max: 12 }),
  accents: fc.uniqueArray(fc.integer({ min: 1, max: 12 })).map((list) => new Set(list)),
  sounding: fc.option(
    fc.uniqueArray(fc.integer({ min: 1, max: 12 })).map((list) => new Set(list)),
    { nil: undefined },
  ),
  between: fc.constantFrom(...OFFBEATS),
  countIn: fc.nat({ max: 8 }),
});

describe("the pulse", () => {
  it("counts the music on, strikes the accents, and counts in with the last counts before 1", () => {
    const sounds = pulseBetween(-2, 3, { cycle: 8, accents: new Set([1, 5]), countIn: 2 }, 120);
    expect(sounds.map(({ count, kind }) => [count, kind])).toEqual([
      [7, "beat"],
      [8, "beat"],
      [1, "accent"],
      [2, "beat"],
      [3, "beat"],
    ]);
    expect(pulseBetween(-9, 0, { cycle: 8, accents: new Set() }, 120)).toEqual([]);
  });

  it("sounds on chosen counts only, and between them as music swings", () => {
    const pulse: Pulse = { cycle: 4, accents: new Set(), sounding: new Set([2]), between: "swung" };
    expect(pulseBetween(0, 8, pulse, 60).map(({ beat }) => beat)).toEqual([1, 1.75, 5, 5.75]);
    expect(pulseBetween(0, 2, { ...pulse, between: "even" }, 60).map(({ beat }) => beat)).toEqual([1, 1.5]);
  });

  test("gives each sound once and in order, however the time is cut", () => {
    fc.assert(
      fc.property(
        anyPulse,
        fc.array(fc.double({ min: -8, max: 60, noNaN: true }), { maxLength: 20 }),
        (pulse, cuts) => {
          const ends = [-8, ...[...cuts].sort((a, b) => a - b), 60];
          const pieces = ends.slice(1).flatMap((to, index) => pulseBetween(ends[index] ?? 0, to, pulse, 140));
          expect(pieces).toEqual(pulseBetween(-8, 60, pulse, 140));
          const beats = pieces.map(({ beat }) => beat);
          expect(beats).toEqual([...new Set(beats)].sort((a, b) => a - b));
        },
      ),
    );
  });
});

describe("a track to take along", () => {
  const calls = [
    { beat: -8, text: "basic" },
    { beat: 4, text: "turn" },
  ];

  it("counts in, goes round, and says each call where it belongs, the first as it begins at the latest", () => {
    const track = practiceTrack({
      bpm: 120,
      meter: 4,
      pulse: { cycle: 8, accents: new Set([1]), countIn: 4 },
      beats: 8,
      rounds: 2,
      calls,
    });
    expect([track.beats, track.seconds]).toEqual([20, 10]);
    expect(track.calls).toEqual([
      { beat: 0, text: "basic" },
      { beat: 4, text: "basic" },
      { beat: 8, text: "turn" },
      { beat: 16, text: "turn" },
    ]);
    expect(track.sounds.filter(({ kind }) => kind === "accent").map(({ beat }) => beat)).toEqual([4, 12]);
  });

  test("its sounds are those of the pulse, from its own beginning, and none lies outside", () => {
    fc.assert(
      fc.property(
        anyPulse,
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 5 }),
        (pulse, beats, rounds) => {
          const own = [...calls.slice(0, 1), { beat: beats - 0.5, text: "turn" }];
          const track = practiceTrack({ bpm: 100, meter: 4, pulse, beats, rounds, calls: own });
          const countIn = pulse.countIn ?? 0;
          expect(track.sounds).toHaveLength(pulseBetween(-countIn, beats * rounds, pulse, 120).length);
          for (const { beat } of [...track.sounds, ...track.calls]) {
            expect(beat).toBeGreaterThanOrEqual(0);
            expect(beat).toBeLessThan(track.beats);
          }
        },
      ),
    );
  });
});

describe("a tempo that was found", () => {
  test("is that of a steady pulse, whatever tempo and beginning, with its first beat", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 40, max: 240, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.integer({ min: 4, max: 300 }),
        (bpm, start, many) => {
          const beats = Array.from({ length: many }, (_, index) => start + (index * 60) / bpm);
          const found = steadyTempo(beats, beats);
          expect(found?.bpm).toBeCloseTo(bpm, 6);
          expect(found?.sureness).toBe("sure");
          const off = ((start - (found?.first ?? 0)) * bpm) / 60;
          expect(Math.abs(off - Math.round(off))).toBeLessThan(1e-6);
          expect(found?.first).toBeGreaterThanOrEqual(0);
          expect(found?.first).toBeLessThan(60 / bpm + 1e-9);
        },
      ),
    );
  });

  test("is sure as a dance's only where no other way to count it lies within the dance", () => {
    const anyRange = fc.tuple(fc.integer({ min: 40, max: 200 }), fc.integer({ min: 0, max: 160 }));
    fc.assert(
      fc.property(fc.double({ min: 40, max: 240, noNaN: true }), anyRange, (bpm, [slowestBpm, more]) => {
        const usual = { slowestBpm, fastestBpm: slowestBpm + more };
        const is = (one: number) => one >= slowestBpm && one <= slowestBpm + more;
        const ways = [bpm, bpm / 2, bpm * 2, (bpm * 2) / 3, (bpm * 3) / 2, bpm * 3].filter(is);
        const sure = surenessFor({ bpm, sureness: "sure" }, usual) === "sure";
        expect(sure).toBe(is(bpm) && ways.length === 1);
      }),
    );
    // What was found at double or at half of the truth is never sure where both are danced.
    for (const bpm of [60, 120, 80, 160])
      expect(surenessFor({ bpm, sureness: "sure" }, { slowestBpm: 60, fastestBpm: 170 })).toBe("likely");
    expect(surenessFor({ bpm: 120, sureness: "sure" }, null)).toBe("likely");
    expect(surenessFor({ bpm: 120, sureness: "unsure" }, null)).toBe("unsure");
  });

  it("is less sure where beats stray or little is heard on them, and is none from three beats", () => {
    const stray = Array.from({ length: 40 }, (_, index) => index * 0.5 + (index % 2 === 0 ? 0.05 : 0));
    expect(steadyTempo(stray, stray)).toMatchObject({ sureness: "likely", heard: 1 });
    expect(steadyTempo(stray, stray)?.spread).toBeCloseTo(0.025, 3);
    const even = Array.from({ length: 40 }, (_, index) => index * 0.5);
    expect(steadyTempo(even, even.slice(0, 10))).toMatchObject({ sureness: "unsure", heard: 0.25 });
    expect(steadyTempo(even, even.slice(0, 30))?.sureness).toBe("likely");
    expect(steadyTempo([0, 1, 2], [])).toBeNull();
  });
});
