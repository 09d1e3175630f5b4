import type { Difference } from "../../kit/merge.ts";
import type { Chosen } from "./use-plan.ts";

/** Where two versions of a plan put a figure differently. */
export function planDifferences(
  mine: Chosen,
  theirs: Chosen,
  nameOf: (figureId: string) => string,
): Difference[] {
  const where = (chosen: Chosen, id: string): string => {
    const entry = chosen.find(({ figureId }) => figureId === id);
    if (!entry) return "not in the plan";
    return entry.week === null ? "waiting for a week" : `week ${entry.week}`;
  };
  const ids = [...new Set([...mine, ...theirs].map(({ figureId }) => figureId))];
  return ids
    .map((id) => ({ key: id, label: nameOf(id), mine: where(mine, id), theirs: where(theirs, id) }))
    .filter((difference) => difference.mine !== difference.theirs);
}

/** My plan with the chosen figures where the other version has them, if it has them. */
export function mergePlans(mine: Chosen, theirs: Chosen, chosen: ReadonlySet<string>): Chosen {
  return [
    ...mine.filter(({ figureId }) => !chosen.has(figureId)),
    ...theirs.filter(({ figureId }) => chosen.has(figureId)),
  ];
}
