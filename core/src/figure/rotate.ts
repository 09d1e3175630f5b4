import {
  type Figure,
  holdsSaid,
  inForce,
  type Parsed,
  type Step,
  stepsOf,
  writtenRoles,
} from "../notation/index.ts";
import { type Dance, TICKS_PER_BEAT } from "../time/index.ts";

/**
 * The same cycle counted from another beat: what was danced on that beat is now on count 1. Schools differ in
 * where a cycle begins, slow first or quick first; the steps and their order in the music stay the same.
 * @param from the count that becomes count 1; 1 changes nothing
 * @example
 * countedFrom(BASIC, 5).steps.leader[0].foot // "R"
 */
export function countedFrom(figure: Figure, from: number): Figure {
  const beats = figure.length / TICKS_PER_BEAT;
  const shift = (((from - 1) % beats) + beats) % beats;
  if (shift === 0) return figure;
  const cut = (shift - 0.5) * TICKS_PER_BEAT;
  const said = holdsSaid(figure);
  const pickUp = Math.min(0, ...writtenRoles(figure).map((role) => stepsOf(figure, role)[0]?.onset ?? 0));
  const later = ({ onset, ...step }: Step): Step => ({ ...step, onset: onset - shift * TICKS_PER_BEAT });
  const around = (steps: readonly Step[]): Step[] => {
    const after = steps.filter(({ onset }) => onset >= cut);
    // What is danced as late as the pick-up of the next time through takes its hold from there.
    const isLate = (after[0]?.onset ?? 0) >= figure.length + pickUp;
    const kept = isLate ? after : inForce(after, said, cut);
    const before = steps.filter(({ onset }) => onset < cut);
    return [
      ...kept.map(later),
      ...before.map(later).map((step) => ({ ...step, onset: step.onset + figure.length })),
    ].sort((a, b) => a.onset - b.onset);
  };
  const steps = Object.fromEntries(
    writtenRoles(figure)
      .filter((role) => figure.steps[role] !== undefined)
      .map((role) => [role, around(stepsOf(figure, role))]),
  );
  const { length, followerBy, free } = figure;
  return { length, steps, ...(followerBy ? { followerBy } : {}), ...(free ? { free } : {}) };
}

/**
 * What was read, as the house counts it: from the beat that its dance calls 1. Nothing for what has faults, or was not
 * found.
 * @example
 * asHouseCounts({ figure: BASIC, faults: [] }, { countFrom: 1 }) === BASIC // true
 */
export const asHouseCounts = (
  read: (Pick<Parsed, "figure" | "faults"> & Partial<Pick<Parsed, "doubts">>) | null | undefined,
  dance: Pick<Dance, "countFrom">,
): Figure | null =>
  read && read.faults.length === 0 && !read.doubts?.length ? countedFrom(read.figure, dance.countFrom) : null;
