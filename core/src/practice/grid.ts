import { type Figure, isWeightAction, type Role, stepsOf, writtenRoles } from "../notation/index.ts";
import {
  beatNumber,
  beatsToTicks,
  dancedAt,
  spokenCount,
  TICKS_PER_BEAT,
  type Ticks,
} from "../time/index.ts";
import type { GridPoint } from "./timing.ts";

/** What is to be tapped: every step of a role, or each beat of chosen counts. */
export type ToTap = { readonly steps: Role } | { readonly counts: ReadonlySet<number> };

/**
 * The moments of one round at which a tap is due.
 * @param toTap counts are those of the figure, from 1; a role that is not written falls to the first that is
 * @returns ticks from count 1, rising; a pick-up below 0
 * @example
 * tapsDue(BASIC, { counts: new Set([1, 5]) }) // [0, 96]
 */
export function tapsDue(figure: Figure, toTap: ToTap): Ticks[] {
  if ("counts" in toTap) {
    const beats = Array.from({ length: Math.ceil(figure.length / TICKS_PER_BEAT) }, (_, beat) =>
      beatsToTicks(beat),
    );
    return beats.filter((onset) => toTap.counts.has(beatNumber(onset)));
  }
  const roles = writtenRoles(figure);
  const role = roles.includes(toTap.steps) ? toTap.steps : roles[0];
  if (role === undefined) return [];
  return stepsOf(figure, role)
    .filter(({ action }) => isWeightAction(action))
    .map(({ onset }) => onset);
}

/**
 * The moments of some rounds on the clock.
 * @param due ticks from count 1 of a round
 * @param length of a round, in ticks
 * @param bpm beats per minute, above 0
 * @param beginAt when count 1 of the first round is heard, in milliseconds
 * @param rounds whole rounds, at least 1
 * @param swung whether what lies between two beats moves with the tempo
 * @example
 * tapGrid([0, 24], 48, 120, 1000, 2).map(({ at }) => at) // [1000, 1500, 2000, 2500]
 */
export const tapGrid = (
  due: readonly Ticks[],
  length: Ticks,
  bpm: number,
  beginAt: number,
  rounds: number,
  swung = false,
): GridPoint[] =>
  Array.from({ length: rounds }, (_, round) => round * length).flatMap((start) =>
    due.map((onset) => ({
      at: beginAt + (dancedAt(start + onset, bpm, swung) * 60_000) / bpm,
      count: spokenCount(onset),
    })),
  );
