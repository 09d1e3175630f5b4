import {
  api,
  type ChosenFigure,
  contentOfPlan,
  type FigureRecord,
  type Plan,
  type PlanContent,
  type StaffMember,
} from "@map-step/contract";
import { useMemo, useRef } from "react";
import { useApi, useChange } from "../../kit/api.ts";
import { type Edited, useEdited } from "../../kit/use-edited.ts";
import { useSend } from "../proposals/use-send.ts";
import type { PlanProposal } from "../proposals/writing-bar.tsx";
import { planMerger } from "./merge.ts";

export type Chosen = readonly ChosenFigure[];

export interface PlanEdit extends Edited<PlanContent> {
  readonly chosen: Chosen;
  /** Takes another plan as a whole; in the history it stands by its name. */
  readonly take: (content: PlanContent, name: string) => void;
}

type Kept = PlanContent & Pick<Plan, "version">;

/** The plan on screen, or what somebody proposes for it, with its undo history, saved as it changes. */
export function usePlan(
  plan: Plan,
  library: readonly FigureRecord[],
  members: readonly StaffMember[],
  proposal: PlanProposal | null,
): PlanEdit {
  const save = useChange(api.plans.change);
  const { send } = useSend();
  const { data: sequences } = useApi(api.sequences.list, {});
  const merge = useMemo(() => {
    const names = new Map(library.map((figure) => [figure.id, figure.name]));
    const others = new Map([...members, ...(sequences ?? [])].map(({ id, name }) => [id, name]));
    return planMerger((id) => names.get(id) ?? "A removed figure", others);
  }, [library, members, sequences]);
  // What was taken as a whole goes with the next save, and with no other.
  const took = useRef<string>(undefined);
  const edited = useEdited<PlanContent, Kept>({
    name: proposal ? `proposal:${proposal.id}` : `plan:${plan.id}`,
    kept: proposal ? { ...proposal.content, version: proposal.version } : plan,
    contentOf: contentOfPlan,
    save: async (content, version) => {
      if (!proposal) {
        const body = { ...content, version, took: took.current };
        const saved = await save.mutateAsync({ params: { id: plan.id }, body });
        if (took.current === body.took) took.current = undefined;
        return saved;
      }
      const kept = await send({ ...proposal, content, version }, { state: "writing" });
      return { ...(kept as PlanProposal).content, version: kept.version };
    },
    merge,
  });
  return useMemo(
    () => ({
      ...edited,
      chosen: edited.content.chosen,
      take: (content, name) => {
        took.current = name;
        edited.edit(content);
      },
    }),
    [edited],
  );
}

/** Some figures' entries with something changed, in their old places of the list. */
export const withEntry = (
  chosen: Chosen,
  figureIds: readonly string[],
  change: (entry: ChosenFigure) => Partial<ChosenFigure>,
): ChosenFigure[] =>
  chosen.map((entry) => (figureIds.includes(entry.figureId) ? { ...entry, ...change(entry) } : entry));
