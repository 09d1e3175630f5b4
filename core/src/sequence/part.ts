import {
  type Figure,
  holdsSaid,
  inForce,
  type Role,
  type Step,
  stepsOf,
  writtenRoles,
} from "../notation/index.ts";
import { beatsToTicks, type Ticks } from "../time/index.ts";

/** Steps with the times moved. */
export const moved = (steps: readonly Step[], by: Ticks): Step[] =>
  steps.map((step) => ({ ...step, onset: step.onset + by }));

/**
 * Some counts of a figure as a figure of their own, in the hold that is in force there.
 * @param from the first count, from 1
 * @param to the last count
 * @returns `null` where the figure has no such counts or nobody steps on them
 */
export function partOfFigure(figure: Figure, from: number, to: number): Figure | null {
  const [begin, end] = [beatsToTicks(from - 1), beatsToTicks(to)];
  if (begin < 0 || end > figure.length || begin >= end) return null;
  const said = holdsSaid(figure);
  const steps = Object.fromEntries(
    writtenRoles(figure).map((role: Role) => {
      const kept = stepsOf(figure, role).filter(
        ({ onset }) => (begin === 0 || onset >= begin) && onset < end,
      );
      return [role, moved(inForce(kept, said, begin), -begin)];
    }),
  );
  if (Object.values(steps).every((row) => row.length === 0)) return null;
  return { length: end - begin, steps, ...(figure.free ? { free: true as const } : {}) };
}
