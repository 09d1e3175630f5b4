import { beatsToTicks, gcd, ticksToBeats } from "./ticks.ts";

/** After how many repeats a figure meets the phrase again. */
export interface PhraseFit {
  /** How many times the figure is danced until it starts a phrase again. */
  readonly repeats: number;
  /** How many phrases of music that takes. */
  readonly phrases: number;
  /** The same stretch in beats. */
  readonly beats: number;
}

/**
 * When a figure that repeats meets the start of a phrase again: the least common multiple of both lengths.
 * A 6-beat basic over 8-beat phrases meets after 4 times, 3 phrases, 24 beats.
 * @param beats length of the figure, in beats, above 0
 * @param phraseBeats length of the phrase, in beats, above 0
 * @example
 * phraseFit(6, 8) // { repeats: 4, phrases: 3, beats: 24 }
 */
export function phraseFit(beats: number, phraseBeats: number): PhraseFit {
  const figure = beatsToTicks(beats);
  const phrase = beatsToTicks(phraseBeats);
  if (figure <= 0 || phrase <= 0) throw new RangeError("a figure and a phrase last longer than nothing");
  const meet = (figure / gcd(figure, phrase)) * phrase;
  return { repeats: meet / figure, phrases: meet / phrase, beats: ticksToBeats(meet) };
}
