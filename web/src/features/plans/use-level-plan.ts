import {
  type ApproachRecord,
  type DanceRecord,
  type FigureRecord,
  type Level,
  type Plan,
  type PlanContent,
  toLevelPlan,
} from "@map-step/contract";
import type { LikePair } from "@map-step/core/likeness";
import {
  type LevelPlan,
  type PlacedShare,
  type Strand,
  sharesOf,
  strandsOf,
  weekCapacities,
} from "@map-step/core/plan";
import { useMemo } from "react";

export interface PlanInput {
  readonly level: Level;
  readonly plan: Plan;
  readonly content: PlanContent;
  readonly library: readonly FigureRecord[];
  readonly dance: DanceRecord | undefined;
  readonly approaches: readonly ApproachRecord[];
  readonly pairs: readonly LikePair[] | undefined;
  readonly teachers: readonly { readonly id: string; readonly name: string }[] | undefined;
}

export interface Computed {
  /** The plan to compute with. */
  readonly levelPlan: LevelPlan;
  readonly strands: ReadonlyMap<string, Strand>;
  /** What a figure has in the weeks when it is new in one of them; the same list as long as nothing else changes. */
  readonly sharesAt: (figureId: string, week: number) => readonly PlacedShare[];
}

const NONE: readonly PlacedShare[] = [];

/** A plan made ready for computing. What does not depend on the weeks of its figures is kept while they move. */
export function useLevelPlan(input: PlanInput): Computed {
  const { level, plan, content, library, dance, approaches, pairs, teachers } = input;
  const { chosen, special, muted, away } = content;
  const wishes = JSON.stringify(chosen.map(({ week: _week, ...wish }) => wish));
  const { known, brought, held, notReached } = plan;
  const bare = useMemo(() => {
    const waiting = (JSON.parse(wishes) as Omit<PlanContent["chosen"][number], "week">[]).map((wish) => ({
      ...wish,
      week: null,
    }));
    const told = { chosen: waiting, special, muted, away, known, brought, held, notReached };
    return toLevelPlan(level, told, library, { dance, approaches, alike: pairs ?? [], teachers });
  }, [
    level,
    wishes,
    special,
    muted,
    away,
    known,
    brought,
    held,
    notReached,
    library,
    dance,
    approaches,
    pairs,
    teachers,
  ]);
  const strands = useMemo(() => strandsOf(bare), [bare]);
  const sharesAt = useMemo(() => {
    const capacities = weekCapacities(bare);
    const figures = new Map(bare.figures.map((figure) => [figure.id, figure]));
    const kept = new Map<string, readonly PlacedShare[]>();
    return (figureId: string, week: number): readonly PlacedShare[] => {
      const figure = figures.get(figureId);
      if (!figure || week < 1) return NONE;
      const key = `${figureId}@${week}`;
      const shares = kept.get(key) ?? sharesOf(bare, figure, strands.get(figureId) ?? [], week, capacities);
      kept.set(key, shares);
      return shares;
    };
  }, [bare, strands]);
  const levelPlan = useMemo(
    () => ({
      ...bare,
      placements: chosen.flatMap(({ figureId, week }) => (week === null ? [] : [{ figureId, week }])),
    }),
    [bare, chosen],
  );
  return { levelPlan, strands, sharesAt };
}
