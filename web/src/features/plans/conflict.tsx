import type { FigureRecord, Plan } from "@map-step/contract";
import { useEffect } from "react";
import { ConflictDialog, type Difference } from "../../kit/conflict.tsx";
import type { Chosen, PlanEdit } from "./use-plan.ts";

/** Where two versions of a plan put a figure. */
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

/** My plan with the chosen figures where the other version has them. */
export function mergePlans(mine: Chosen, theirs: Chosen, chosen: ReadonlySet<string>): Chosen {
  return [
    ...mine.filter(({ figureId }) => !chosen.has(figureId)),
    ...theirs.filter(({ figureId }) => chosen.has(figureId)),
  ];
}

interface Props {
  readonly edit: PlanEdit;
  readonly library: readonly FigureRecord[];
}

/** Two people changed one plan: both places of each figure, to choose from. */
export function PlanConflict({ edit, library }: Props) {
  const { theirs } = edit.saving;
  const nameOf = (id: string) => library.find((figure) => figure.id === id)?.name ?? "A removed figure";
  const differences = theirs ? planDifferences(edit.chosen, theirs.chosen, nameOf) : [];
  const settle = (other: Plan, chosen: ReadonlySet<string>) =>
    edit.settle(mergePlans(edit.chosen, other.chosen, chosen), other);
  const same = theirs !== null && differences.length === 0;
  useEffect(() => {
    if (theirs && same) edit.settle(edit.chosen, theirs);
  });
  if (!theirs || same) return null;
  return (
    <ConflictDialog
      differences={differences}
      onChoose={(chosen) => settle(theirs, chosen)}
      onClose={() => settle(theirs, new Set())}
    />
  );
}
