import { OFFBEATS, practiceTrack } from "@map-step/core/practice";
import fc from "fast-check";
import MIDIFile from "midifile";
import { describe, expect, it, test } from "vitest";
import wavDecoder from "wav-decoder";
import { runs } from "../../../../core/testing/runs.ts";
import { MIDI_TICKS, SAMPLE_RATE, trackToMidi, trackToWav } from "./track-files.ts";

const anyTrack = fc
  .record({
    bpm: fc.integer({ min: 40, max: 240 }),
    meter: fc.constantFrom(3, 4),
    between: fc.constantFrom(...OFFBEATS),
    beats: fc.integer({ min: 2, max: 12 }),
    rounds: fc.integer({ min: 1, max: 2 }),
  })
  .map(({ between, ...rest }) =>
    practiceTrack({
      ...rest,
      pulse: { cycle: rest.meter * 2, accents: new Set([1]), between, countIn: rest.meter },
      calls: [{ beat: 0, text: "Turn, once" }],
    }),
  );

/** Where the sound of a file rises out of silence, in seconds. */
function risings(samples: Float32Array, rate: number): number[] {
  const found: number[] = [];
  let quiet = rate;
  samples.forEach((sample, at) => {
    if (Math.abs(sample) > 0.004 && quiet > rate * 0.02) found.push(at / rate);
    quiet = Math.abs(sample) > 0.004 ? 0 : quiet + 1;
  });
  return found;
}

describe("a track to take along, read by programs that did not write it", () => {
  test("its sound file begins each sound where the grid has it", async () => {
    await fc.assert(
      fc.asyncProperty(anyTrack, async (track) => {
        const bytes = trackToWav(track);
        const { sampleRate, channelData } = await wavDecoder.decode(bytes.slice().buffer);
        expect(sampleRate).toBe(SAMPLE_RATE);
        const [samples = new Float32Array()] = channelData;
        expect(samples.length / sampleRate).toBeCloseTo(track.seconds, 3);
        const heard = risings(samples, sampleRate);
        const grid = track.sounds.map(({ beat }) => (beat * 60) / track.bpm);
        expect(heard).toHaveLength(grid.length);
        heard.forEach((at, index) => {
          expect(Math.abs(at - (grid[index] ?? -1))).toBeLessThan(0.0005);
        });
      }),
      runs(20),
    );
  });

  test("its MIDI file has tempo, meter, the calls as markers, and each sound on its tick", () => {
    fc.assert(
      fc.property(anyTrack, (track) => {
        const file = new MIDIFile(trackToMidi(track, "Slow vine").slice().buffer);
        expect([file.header.getFormat(), file.header.getTicksPerBeat()]).toEqual([0, MIDI_TICKS]);
        let tick = 0;
        const events = file.getTrackEvents(0).map((event) => {
          tick += event.delta;
          return { ...event, tick };
        });
        const meta = (subtype: number) =>
          events.filter((event) => event.type === 0xff && event.subtype === subtype);
        const text = (event: (typeof events)[number] | undefined) =>
          String.fromCharCode(...(event?.data ?? []));
        expect(text(meta(3)[0])).toBe("Slow vine");
        expect(meta(0x51)[0]?.tempo).toBe(Math.round(60_000_000 / track.bpm));
        expect(meta(0x58)[0]?.param1).toBe(track.meter);
        expect(meta(6).map((event) => [event.tick, text(event)])).toEqual(
          track.calls.map(({ beat, text: said }) => [Math.round(beat * MIDI_TICKS), said]),
        );
        const on = events
          .filter((event) => event.type === 8 && event.subtype === 9)
          .map((event) => event.tick);
        expect(on).toEqual(track.sounds.map(({ beat }) => Math.round(beat * MIDI_TICKS)));
        expect(tick).toBe(track.beats * MIDI_TICKS);
      }),
    );
  });

  it("names its calls in the sound file", () => {
    const track = practiceTrack({
      bpm: 120,
      meter: 4,
      beats: 8,
      rounds: 1,
      pulse: { cycle: 8, accents: new Set<number>() },
      calls: [{ beat: 4, text: "Inside turn" }],
    });
    expect(Buffer.from(trackToWav(track)).toString("latin1")).toContain("Inside turn");
  });
});
