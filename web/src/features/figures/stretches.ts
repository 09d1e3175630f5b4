import { type CallPiece, elementsWithin } from "@map-step/core/element";
import type { Stretch } from "@map-step/core/likeness";
import { beatsToTicks, spokenCount, TICKS_PER_BEAT } from "@map-step/core/time";
import { inWords } from "@map-step/core/words";

/** What is said at the start of a beat position, a pick-up as `&`. */
const countAt = (beat: number): string => spokenCount(beatsToTicks(beat));

/** The last count that lies in a stretch. */
function lastCount({ to }: Stretch): string {
  const end = beatsToTicks(to) - 1;
  return String(Math.floor(end / TICKS_PER_BEAT) + 1);
}

/** A stretch as its counts: `3`, `1–2`, `&–2`. */
export function countsOf(stretch: Stretch): string {
  const [first, last] = [countAt(stretch.from), lastCount(stretch)];
  return first === last ? first : `${first}–${last}`;
}

/** The elements that a figure dances within some stretches: `the rock step and the first triple step`; else empty. */
export const elementsInWords = (pieces: readonly CallPiece[], stretches: readonly Stretch[]): string =>
  inWords(stretches.flatMap(({ from, to }) => elementsWithin(pieces, beatsToTicks(from), beatsToTicks(to))));

/** Several stretches in words: `counts 1–2 and 5–6`. */
export function stretchesInWords(stretches: readonly Stretch[]): string {
  const counts = stretches.map(countsOf);
  const word = counts.length === 1 && !counts[0]?.includes("–") ? "count" : "counts";
  return `${word} ${counts.length < 2 ? counts.join("") : `${counts.slice(0, -1).join(", ")} and ${counts.at(-1)}`}`;
}
