import { FIGURE_KINDS, type FigureKind } from "../figure/index.ts";
import { layOut } from "./layout.ts";
import type { LevelPlan, SpecialKind } from "./level.ts";
import { loadsFrom, WORK } from "./loads.ts";

/** A plan as small as it can still be drawn. Minutes; weeks are counted from 1. */
export interface PlanOverview {
  readonly weeks: readonly {
    readonly week: number;
    /** Whether its lesson is held. */
    readonly held: boolean;
    /** What it is for, where that is not teaching as usual. */
    readonly special: SpecialKind | null;
    /** Minutes that there are to teach; 0 where no lesson is held. */
    readonly room: number;
    /** Minutes that are planned. */
    readonly minutes: number;
    /** Those minutes by what they are for, in the order of `WORK`. */
    readonly byWork: readonly number[];
    /** How many figures are new. */
    readonly newFigures: number;
  }[];
  /** The weeks in which each placed figure is danced, by kind, and of one kind those that begin first. */
  readonly strands: readonly { readonly kind: FigureKind; readonly weeks: readonly number[] }[];
  /** How many chosen figures have no week yet. */
  readonly waiting: number;
}

/**
 * What there is to see of a plan from afar: how full each week is, and which way the figures go through them.
 * @example
 * overviewOf(LEVEL).weeks[0].newFigures // 1
 */
export function overviewOf(level: LevelPlan): PlanOverview {
  const { capacities, shares, figures, weeks: newIn } = layOut(level);
  const known = new Set(level.known);
  const strands = [...shares].flatMap(([id, own]) => {
    const kind = figures.get(id)?.kind;
    const weeks = [...new Set(own.map(({ week }) => week))].sort((a, b) => a - b);
    return kind === undefined || weeks.length === 0 ? [] : [{ kind, weeks }];
  });
  return {
    weeks: loadsFrom(level, capacities, shares).map(({ week, minutes, byWork, newFigures }) => ({
      week,
      held: capacities[week - 1]?.held ?? false,
      special: capacities[week - 1]?.special?.kind ?? null,
      room: capacities[week - 1]?.minutes ?? 0,
      minutes,
      byWork: WORK.map((work) => byWork[work]),
      newFigures: newFigures.length,
    })),
    strands: strands.sort(
      (a, b) =>
        FIGURE_KINDS.indexOf(a.kind) - FIGURE_KINDS.indexOf(b.kind) ||
        (a.weeks[0] ?? 0) - (b.weeks[0] ?? 0) ||
        a.weeks.length - b.weeks.length,
    ),
    waiting: level.figures.filter(({ id }) => !newIn.has(id) && !known.has(id)).length,
  };
}
