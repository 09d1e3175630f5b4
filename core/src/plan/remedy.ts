import { checkPlan, type Finding, findingKey } from "./check.ts";
import { type LevelPlan, place, weekByFigure, weeksOf } from "./level.ts";
import { strandsOf } from "./loads.ts";

/** One move that takes a finding away and brings no new one. */
export interface Remedy {
  readonly figureId: string;
  readonly from: number;
  readonly to: number;
}

/** Figures whose move can take the finding away: those it names, or all that fall into its week. */
function candidates(level: LevelPlan, finding: Finding): string[] {
  const named = [finding.figureId, finding.otherId].filter((id) => id !== undefined);
  if (named.length > 0) return named;
  return level.placements.filter(({ week }) => week <= finding.week).map(({ figureId }) => figureId);
}

/**
 * The smallest move of one figure after which the finding is gone and nothing new is found.
 * @returns null when no single move does it
 */
export function remedyFor(level: LevelPlan, finding: Finding): Remedy | null {
  const strands = strandsOf(level);
  const weeks = weekByFigure(level.placements);
  const before = new Set(checkPlan(level, strands).map(findingKey));
  const moves = candidates(level, finding).flatMap((figureId) => {
    const from = weeks.get(figureId);
    return from === undefined
      ? []
      : weeksOf(level.rules)
          .filter((to) => to !== from)
          .map((to) => ({ figureId, from, to }));
  });
  moves.sort((a, b) => Math.abs(a.to - a.from) - Math.abs(b.to - b.from) || a.to - b.to);
  const helps = ({ figureId, to }: Remedy): boolean => {
    const after = checkPlan({ ...level, placements: place(level.placements, figureId, to) }, strands).map(
      findingKey,
    );
    return !after.includes(findingKey(finding)) && after.every((key) => before.has(key));
  };
  return moves.find(helps) ?? null;
}
