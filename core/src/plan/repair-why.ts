import { whyLeft } from "./left-out.ts";
import type { Places } from "./problem.ts";
import type { RepairTask } from "./repair-task.ts";
import { whyNot } from "./why-not.ts";

/** One figure that changes its week, or goes, and why. */
export interface Move {
  readonly figureId: string;
  /** `null` for a figure that waited, or has to wait now. */
  readonly from: number | null;
  readonly to: number | null;
  /** Why it moves, in a sentence. */
  readonly why: string;
}

const weekOr = (w: number | undefined): number | null => (w === undefined || w < 0 ? null : w + 1);

/** Whether every week nearer to where it was is closed to a figure, with the others as they are. */
function isNearest({ problem }: RepairTask, places: Places, f: number, from: number): boolean {
  const far = Math.abs((places[f] ?? 0) - from);
  for (let w = 0; w < problem.weeks; w++)
    if (w !== from && Math.abs(w - from) < far && whyNot(problem, places, f, w) === null) return false;
  return true;
}

/** Why one figure moves, found by trying the repaired plan without its move. */
function whyMoved(task: RepairTask, places: Places, f: number): string {
  const { problem, before, change } = task;
  const [from, to] = [before[f] ?? -1, places[f] ?? -1];
  if (from < 0) return `It was not reached in class; it finds room in week ${to + 1}.`;
  const where =
    to < 0
      ? "no week is left for it"
      : isNearest(task, places, f, from)
        ? `week ${to + 1} is the nearest that takes it`
        : `it goes to week ${to + 1}`;
  const against = whyNot(problem, places, f, from) ?? "It makes room for others";
  const lost =
    change.kind === "short" && change.week === from + 1 && against.startsWith(`Week ${change.week} would`)
      ? `Week ${change.week} lost ${change.minutes} minutes: ${against.charAt(0).toLowerCase()}${against.slice(1)}`
      : against;
  return `${lost}; ${where}.`;
}

/** Every move of a repair with its reason, in the order of the weeks that are left. */
export function movesOf(task: RepairTask, places: Places): Move[] {
  return task.problem.figures
    .flatMap(({ id }, f): Move[] => {
      const [from, to] = [weekOr(task.before[f]), weekOr(places[f])];
      return from === to ? [] : [{ figureId: id, from, to, why: whyMoved(task, places, f) }];
    })
    .sort((a, b) => (a.from ?? 99) - (b.from ?? 99) || (a.to ?? 99) - (b.to ?? 99));
}

/** What was wanted and finds no week, and what would let it in. */
export const leftIn = ({ problem, options, wanted }: RepairTask, places: Places) =>
  whyLeft(problem, places, options, (f) => wanted[f] === true);
