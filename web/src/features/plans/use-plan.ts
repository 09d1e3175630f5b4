import {
  api,
  type ChosenFigure,
  contentOfPlan,
  type FigureRecord,
  type Plan,
  type PlanContent,
  type StaffMember,
} from "@map-step/contract";
import { useMemo } from "react";
import { useApi, useChange } from "../../kit/api.ts";
import { type Edited, useEdited } from "../../kit/use-edited.ts";
import { planMerger } from "./merge.ts";

export type Chosen = readonly ChosenFigure[];

export interface PlanEdit extends Edited<PlanContent> {
  readonly chosen: Chosen;
}

/** The plan on screen with its undo history, saved as it changes. */
export function usePlan(
  plan: Plan,
  library: readonly FigureRecord[],
  members: readonly StaffMember[],
): PlanEdit {
  const save = useChange(api.plans.change);
  const { data: sequences } = useApi(api.sequences.list, {});
  const merge = useMemo(() => {
    const names = new Map(library.map((figure) => [figure.id, figure.name]));
    const others = new Map([...members, ...(sequences ?? [])].map(({ id, name }) => [id, name]));
    return planMerger((id) => names.get(id) ?? "A removed figure", others);
  }, [library, members, sequences]);
  const edited = useEdited<PlanContent, Plan>({
    name: `plan:${plan.id}`,
    kept: plan,
    contentOf: contentOfPlan,
    save: (content, version) => save.mutateAsync({ params: { id: plan.id }, body: { ...content, version } }),
    merge,
  });
  return useMemo(() => ({ ...edited, chosen: edited.content.chosen }), [edited]);
}

/** Some figures' entries with something changed, in their old places of the list. */
export const withEntry = (
  chosen: Chosen,
  figureIds: readonly string[],
  change: (entry: ChosenFigure) => Partial<ChosenFigure>,
): ChosenFigure[] =>
  chosen.map((entry) => (figureIds.includes(entry.figureId) ? { ...entry, ...change(entry) } : entry));
