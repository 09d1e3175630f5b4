import { LAYERS } from "../figure/index.ts";
import { APPROACHES } from "./approach.ts";
import { type LevelPlan, weekByFigure } from "./level.ts";
import { type Strand, type StrandPart, strandOf } from "./strand.ts";

export const WORK = [...LAYERS, "return"] as const;
export type Work = (typeof WORK)[number];

export interface WeekLoad {
  /** Counted from 1. */
  readonly week: number;
  readonly minutes: number;
  readonly byWork: Readonly<Record<Work, number>>;
  /** Ids of the figures that are new this week. */
  readonly newFigures: readonly string[];
}

/** The strands of a level's figures by id. They depend on the figures and the approach, not on the placements. */
export function strandsOf(level: Pick<LevelPlan, "figures" | "rules">): ReadonlyMap<string, Strand> {
  const approach = APPROACHES[level.rules.approachId];
  return new Map(level.figures.map((figure) => [figure.id, strandOf(figure, approach)]));
}

/** The parts of a placed strand that fall into the level, each with its week. */
export const strandInWeeks = (
  strand: Strand,
  start: number,
  weeks: number,
): (StrandPart & { week: number })[] =>
  strand.map((part) => ({ ...part, week: start + part.age })).filter(({ week }) => week <= weeks);

/** The minutes of each week: the sum of the placed strands, shifted to their weeks. */
export function planLoads(level: LevelPlan, strands = strandsOf(level)): WeekLoad[] {
  const { weeks } = level.rules;
  const loads = Array.from({ length: weeks }, (_, index) => ({
    week: index + 1,
    minutes: 0,
    byWork: Object.fromEntries(WORK.map((work) => [work, 0])) as Record<Work, number>,
    newFigures: [] as string[],
  }));
  for (const [figureId, start] of weekByFigure(level.placements)) {
    loads[start - 1]?.newFigures.push(figureId);
    for (const { week, layer, minutes } of strandInWeeks(strands.get(figureId) ?? [], start, weeks)) {
      const load = loads[week - 1];
      if (!load) continue;
      load.minutes += minutes;
      load.byWork[layer] += minutes;
    }
  }
  return loads;
}
