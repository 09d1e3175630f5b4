import type { FigureRecord, Plan } from "@map-step/contract";
import { useEffect } from "react";
import { ConflictDialog } from "../../kit/conflict.tsx";
import { mergePlans, planDifferences } from "./merge.ts";
import type { PlanEdit } from "./use-plan.ts";

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
