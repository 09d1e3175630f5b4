import type { PlanContent } from "@map-step/contract";
import type { LeftOut, Placement, Repair } from "@map-step/core/plan";
import type { Chosen } from "./use-plan.ts";

/** A plan that is shown beside the present one, to be taken or left. */
export interface Proposal {
  readonly title: string;
  /** How the history tells that it was taken: `took …`. */
  readonly taken: string;
  readonly content: PlanContent;
  /** Why a figure moves, where something is to say. */
  readonly why: ReadonlyMap<string, string>;
  readonly left: readonly LeftOut[];
}

export interface Moved {
  readonly figureId: string;
  readonly from: number | null;
  readonly to: number | null;
}

/** What stands elsewhere in another plan, in the order of the weeks it leaves. */
export function movesBetween(before: Chosen, after: Chosen): Moved[] {
  const weeks = new Map(before.map(({ figureId, week }) => [figureId, week]));
  return after
    .flatMap(({ figureId, week }): Moved[] => {
      const from = weeks.get(figureId) ?? null;
      return from === week ? [] : [{ figureId, from, to: week }];
    })
    .sort((a, b) => (a.from ?? 99) - (b.from ?? 99) || (a.to ?? 99) - (b.to ?? 99));
}

/** The entries of a plan with their figures put where placements have them; what is not placed waits. */
export function withPlacements(chosen: Chosen, placements: readonly Placement[]): PlanContent["chosen"] {
  const weeks = new Map(placements.map(({ figureId, week }) => [figureId, week]));
  return chosen.map((entry) => ({ ...entry, week: weeks.get(entry.figureId) ?? null }));
}

/** A draft as a proposal: figures elsewhere, all else as it is. */
export const draftAsProposal = (
  content: PlanContent,
  placements: readonly Placement[],
  left: readonly LeftOut[],
): Proposal => ({
  title: "A draft of the plan",
  taken: "a draft of the plan",
  content: { ...content, chosen: withPlacements(content.chosen, placements) },
  why: new Map(),
  left,
});

/** A repair as a proposal: figures elsewhere with the reason of each, and the weeks as the change has them. */
export const repairAsProposal = (
  content: PlanContent,
  { level, placements, moves, left }: Repair,
): Proposal => ({
  title: "A repair with the fewest moves",
  taken: "a repair with the fewest moves",
  content: {
    ...content,
    special: [...(level.special ?? [])],
    away: [...(level.away ?? [])],
    chosen: withPlacements(content.chosen, placements).map((entry) => ({
      ...entry,
      extraReturns: [
        ...(level.figures.find(({ id }) => id === entry.figureId)?.extraReturns ?? entry.extraReturns),
      ],
    })),
  },
  why: new Map(moves.map(({ figureId, why }) => [figureId, why])),
  left,
});
