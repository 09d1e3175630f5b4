import { type Figure, type Role, type Step, stepsOf, writtenRoles } from "../notation/index.ts";
import { beatsToTicks } from "../time/index.ts";
import { moved } from "./part.ts";
import type { DancedFigure } from "./sequence.ts";

/** One figure at its place in a round. */
interface Danced {
  readonly figure: DancedFigure["figure"];
  /** Beats from the first count, and how many it lasts. */
  readonly from: number;
  readonly beats: number;
}

/**
 * A round put together as the steps of one figure, to be drawn, played and measured like any other. Where a pick-up falls
 * on a step of the figure before, the earlier step stays.
 * @returns `null` where nobody steps
 * @example
 * asOneFigure(roundOf(SEQUENCE.items, () => BASIC))?.length // 576
 */
export function asOneFigure(danced: readonly Danced[]): Figure | null {
  const rows = new Map<Role, Step[]>();
  let isFree = false;
  let beats = 0;
  for (const { figure, from, beats: own } of danced) {
    beats = Math.max(beats, from + own);
    if (!figure) continue;
    isFree ||= figure.free === true;
    for (const role of writtenRoles(figure)) {
      const row = rows.get(role) ?? [];
      const last = row.at(-1)?.onset ?? Number.NEGATIVE_INFINITY;
      row.push(...moved(stepsOf(figure, role), beatsToTicks(from)).filter(({ onset }) => onset > last));
      rows.set(role, row);
    }
  }
  if (rows.size === 0) return null;
  return {
    length: beatsToTicks(beats),
    steps: Object.fromEntries(rows),
    ...(isFree ? { free: true as const } : {}),
  };
}
