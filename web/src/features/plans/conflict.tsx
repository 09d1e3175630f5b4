import { contentOfPlan, type FigureRecord, type Plan, type StaffMember } from "@map-step/contract";
import { useEffect } from "react";
import { ConflictDialog } from "../../kit/conflict.tsx";
import { mergePlans, planDifferences } from "./merge.ts";
import type { PlanEdit } from "./use-plan.ts";

interface Props {
  readonly edit: PlanEdit;
  readonly library: readonly FigureRecord[];
  readonly members: readonly StaffMember[];
}

/** Two people changed one plan: both places of each figure, to choose from. */
export function PlanConflict({ edit, library, members }: Props) {
  const staff = new Map(members.map(({ id, name }) => [id, name]));
  const { theirs } = edit.saving;
  const nameOf = (id: string) => library.find((figure) => figure.id === id)?.name ?? "A removed figure";
  const differences = theirs ? planDifferences(edit.content, theirs, nameOf, staff) : [];
  const settle = (other: Plan, chosen: ReadonlySet<string>) =>
    edit.settle(mergePlans(edit.content, contentOfPlan(other), chosen), other);
  const same = theirs !== null && differences.length === 0;
  useEffect(() => {
    if (theirs && same) edit.settle(edit.content, theirs);
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
