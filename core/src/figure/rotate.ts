import { type Figure, type Step, stepsOf, writtenRoles } from "../notation/index.ts";
import { TICKS_PER_BEAT } from "../time/index.ts";

/**
 * The same cycle counted from another beat: what was danced on that beat is now on count 1. Schools differ in
 * where a cycle begins, slow first or quick first; the steps and their order in the music stay the same.
 * @param from the count that becomes count 1; 1 changes nothing
 */
export function countedFrom(figure: Figure, from: number): Figure {
  const beats = figure.length / TICKS_PER_BEAT;
  const shift = (((from - 1) % beats) + beats) % beats;
  if (shift === 0) return figure;
  const around = ({ onset, ...step }: Step): Step => {
    const moved = onset - shift * TICKS_PER_BEAT;
    return { ...step, onset: moved < -TICKS_PER_BEAT / 2 ? moved + figure.length : moved };
  };
  const parts = Object.fromEntries(
    writtenRoles(figure)
      .filter((role) => figure.parts[role] !== undefined)
      .map((role) => [
        role,
        stepsOf(figure, role)
          .map(around)
          .sort((a, b) => a.onset - b.onset),
      ]),
  );
  const { length, followerMirrors, free } = figure;
  return { length, followerMirrors, parts, ...(free ? { free } : {}) };
}
