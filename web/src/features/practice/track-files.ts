import { type PracticeTrack, type PulseSound, trackSamples } from "@map-step/core/practice";
import { type MidiEvent, writeMidi } from "midi-file";
import { WaveFile } from "wavefile";

/** Samples per second of a sound file. */
export const SAMPLE_RATE = 22_050;
/** Parts of a beat in a MIDI file: halves, thirds and quarters are whole. */
export const MIDI_TICKS = 480;

/** Percussion, which has the tenth channel, counted from 0; keys of its wood blocks and closed hi-hat. */
const PERCUSSION = 9;
const KEYS: Readonly<Record<PulseSound["kind"], { readonly note: number; readonly velocity: number }>> = {
  accent: { note: 76, velocity: 112 },
  beat: { note: 77, velocity: 80 },
  between: { note: 42, velocity: 48 },
};
const NOTE_TICKS = 60;

/** A track as a sound file (WAV, one channel of 16 bits), its calls as named cue points. */
export function trackToWav(track: PracticeTrack): Uint8Array {
  const wav = new WaveFile();
  const samples = trackSamples(track, SAMPLE_RATE);
  wav.fromScratch(
    1,
    SAMPLE_RATE,
    "16",
    Int16Array.from(samples, (sample) => Math.round(sample * 32_767)),
  );
  for (const { beat, text } of track.calls)
    wav.setCuePoint({ position: (beat * 60_000) / track.bpm, label: text });
  return wav.toBuffer();
}

/** A track as a MIDI file: tempo, meter, its name, its calls as markers, its sounds as percussion. */
export function trackToMidi(track: PracticeTrack, name: string): Uint8Array {
  const timed: { readonly at: number; readonly event: MidiEvent }[] = [
    { at: 0, event: { deltaTime: 0, meta: true, type: "trackName", text: name } },
    {
      at: 0,
      event: {
        deltaTime: 0,
        meta: true,
        type: "setTempo",
        microsecondsPerBeat: Math.round(60_000_000 / track.bpm),
      },
    },
    {
      at: 0,
      event: {
        deltaTime: 0,
        meta: true,
        type: "timeSignature",
        numerator: track.meter,
        denominator: 4,
        metronome: 24,
        thirtyseconds: 8,
      },
    },
    ...track.calls.map(({ beat, text }) => ({
      at: Math.round(beat * MIDI_TICKS),
      event: { deltaTime: 0, meta: true, type: "marker", text } as const,
    })),
    ...track.sounds.flatMap(({ beat, kind }) => {
      const { note, velocity } = KEYS[kind];
      const at = Math.round(beat * MIDI_TICKS);
      const key = { deltaTime: 0, channel: PERCUSSION, noteNumber: note };
      return [
        { at, event: { ...key, type: "noteOn", velocity } as const },
        { at: at + NOTE_TICKS, event: { ...key, type: "noteOff", velocity: 0 } as const },
      ];
    }),
    {
      at: track.beats * MIDI_TICKS,
      event: { deltaTime: 0, meta: true, type: "endOfTrack" },
    },
  ];
  const inOrder = timed.sort((a, b) => a.at - b.at);
  const events = inOrder.map(({ at, event }, index) => ({
    ...event,
    deltaTime: at - (inOrder[index - 1]?.at ?? 0),
  }));
  return Uint8Array.from(
    writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: MIDI_TICKS }, tracks: [events] }),
  );
}
