import { checkPlan } from "./check.ts";
import { type Finding, findingKey, sizesOf, worseThan } from "./finding.ts";
import { layOut } from "./layout.ts";
import { type LevelPlan, place, weekByFigure, weeksOf } from "./level.ts";
import { planLoads, strandsOf } from "./loads.ts";

/** One move that takes a finding away and brings no new one. */
export interface Remedy {
  readonly figureId: string;
  readonly from: number;
  readonly to: number;
  /** Minutes of the week it goes to, with it. */
  readonly minutes: number;
}

/** So many moves are tried for one finding; what needs more is a matter for a draft. */
const MOST_TRIES = 120;

/** Figures whose move can take the finding away: those it names, or all that are danced in its week. */
function candidates(level: LevelPlan, finding: Finding): string[] {
  const named = [finding.figureId, finding.otherId].filter((id) => id !== undefined);
  if (named.length > 0) return named;
  const { shares } = layOut(level);
  return [...shares].flatMap(([id, all]) => (all.some(({ week }) => week === finding.week) ? [id] : []));
}

/** Whether in a changed plan a finding is gone, no other came, and none grew; a few minutes more of free room are none. */
function solves(level: LevelPlan, finding: Finding, before: ReadonlyMap<string, number>): boolean {
  const after = checkPlan(level);
  const key = findingKey(finding);
  const others = after.filter(({ code }) => code !== "room-left");
  return after.every((one) => findingKey(one) !== key) && worseThan(others, before).length === 0;
}

/**
 * The smallest move of one figure after which the finding is gone and nothing else is found or grows. What is pinned stays.
 * @returns null when no single move does it
 * @example
 * remedyFor({ ...LEVEL, placements: place(LEVEL.placements, "turn", 1) }, { code: "turn-before-settled", severity: "must", week: 1, figureId: "turn", otherId: "basic", text: "" })
 * // { figureId: "turn", from: 1, to: 3, minutes: 12 }
 */
export function remedyFor(level: LevelPlan, finding: Finding): Remedy | null {
  const weeks = weekByFigure(level.placements);
  const pinned = new Set(level.figures.flatMap(({ id, pinned: is }) => (is ? [id] : [])));
  const before = sizesOf(checkPlan(level));
  const moves = candidates(level, finding).flatMap((figureId) => {
    const from = weeks.get(figureId);
    return from === undefined || pinned.has(figureId)
      ? []
      : weeksOf(level.rules)
          .filter((to) => to !== from)
          .map((to) => ({ figureId, from, to }));
  });
  moves.sort((a, b) => Math.abs(a.to - a.from) - Math.abs(b.to - b.from) || a.to - b.to);
  for (const move of moves.slice(0, MOST_TRIES)) {
    const moved = { ...level, placements: place(level.placements, move.figureId, move.to) };
    if (!solves(moved, finding, before)) continue;
    return { ...move, minutes: planLoads(moved, strandsOf(moved))[move.to - 1]?.minutes ?? 0 };
  }
  return null;
}

/**
 * The week in which bringing a figure back once more takes a finding away and brings no other.
 * @returns null when no single week does it
 * @example
 * returnFor(LEVEL, { code: "fades", severity: "should", week: 6, figureId: "wrap", text: "" }) // null
 */
export function returnFor(level: LevelPlan, finding: Finding): number | null {
  const { figureId } = finding;
  const start = level.placements.find((placement) => placement.figureId === figureId)?.week;
  if (figureId === undefined || start === undefined) return null;
  const before = sizesOf(checkPlan(level));
  const withReturn = (week: number): LevelPlan => ({
    ...level,
    figures: level.figures.map((figure) =>
      figure.id === figureId ? { ...figure, extraReturns: [...(figure.extraReturns ?? []), week] } : figure,
    ),
  });
  const weeks = weeksOf(level.rules).filter((week) => week > start && week < finding.week);
  return weeks.find((week) => solves(withReturn(week), finding, before)) ?? null;
}
