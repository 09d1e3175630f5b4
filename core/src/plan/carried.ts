import { type Layout, layOut } from "./layout.ts";
import type { LevelPlan } from "./level.ts";

/** Something that was due as new in a lesson and not reached, and the lesson that takes it up. */
export interface Carried {
  readonly figureId: string;
  /** The week in which it was due. */
  readonly from: number;
  /** The week in which it comes first; `null` where no lesson is left for it. */
  readonly to: number | null;
}

/** The same of a plan that is laid out. */
export function carriedIn({ level, capacities, lastTaught, weeks }: Layout): Carried[] {
  const after = (from: number) =>
    capacities.find(({ week, held }) => held && week > Math.max(lastTaught, from))?.week ?? null;
  return (level.notReached ?? [])
    .filter(({ figureId }) => weeks.has(figureId))
    .map(({ figureId, week }) => ({ figureId, from: week, to: after(week) }));
}

/**
 * What was not reached in class is carried over: it comes first in the next lesson that is held. Of what is not in the
 * plan any more nothing is said.
 * @example
 * carriedOver(LEVEL) // []
 */
export const carriedOver = (level: LevelPlan): Carried[] => carriedIn(layOut(level));
