import { LAYERS } from "../figure/index.ts";
import { APPROACHES } from "./approach.ts";
import { refresherOf } from "./fading.ts";
import { type LevelPlan, type PlanFigure, type WeekCapacity, weekByFigure, weekCapacities } from "./level.ts";
import { type Strand, type StrandShare, strandOf } from "./strand.ts";

/** What a figure's minutes are for: a layer, or bringing it back. */
export const WORK = [...LAYERS, "return"] as const;
/** One of `WORK`. */
export type Work = (typeof WORK)[number];

/** What one week holds. Minutes. */
export interface WeekLoad {
  /** Counted from 1. */
  readonly week: number;
  readonly minutes: number;
  readonly byWork: Readonly<Record<Work, number>>;
  /** Ids of the figures that are new this week. */
  readonly newFigures: readonly string[];
}

/** A share of a strand with the week of the lesson in which it is danced. */
export type PlacedShare = StrandShare & { readonly week: number };

const approachFor = (level: Pick<LevelPlan, "approach">, figure: PlanFigure) =>
  figure.approach ?? level.approach ?? APPROACHES["steps-first"];

/**
 * The strands of a level's figures by id. They depend on the figures and the approach, not on the placements.
 * @example
 * strandsOf(LEVEL).size // 3
 */
export function strandsOf(level: Pick<LevelPlan, "figures" | "approach">): ReadonlyMap<string, Strand> {
  return new Map(level.figures.map((figure) => [figure.id, strandOf(figure, approachFor(level, figure))]));
}

/**
 * The shares of a strand that fall into the level, each with its week. A strand counts lessons: a cancelled week is
 * passed over, and what it would have held comes a lesson later.
 * @example
 * strandInWeeks([{ age: 1, layer: "steps", minutes: 3 }], 2, weekCapacities(LEVEL))
 * // [{ age: 1, layer: "steps", minutes: 3, week: 3 }]
 */
export function strandInWeeks(
  strand: Strand,
  start: number,
  capacities: readonly WeekCapacity[],
): PlacedShare[] {
  const held = capacities.filter(({ week, held: is }) => is && week >= start);
  return strand.flatMap((share) => {
    const week = held[share.age]?.week;
    return week === undefined ? [] : [{ ...share, week }];
  });
}

/**
 * All that a placed figure has in the weeks of a level: its strand, and the weeks in which it is brought back.
 * @example
 * sharesOf(LEVEL, LEVEL.figures[0], [{ age: 0, layer: "steps", minutes: 10 }], 2, weekCapacities(LEVEL))
 * // [{ age: 0, layer: "steps", minutes: 10, week: 2 }]
 */
export function sharesOf(
  level: Pick<LevelPlan, "approach">,
  figure: PlanFigure,
  strand: Strand,
  start: number,
  capacities: readonly WeekCapacity[],
): PlacedShare[] {
  const shares = strandInWeeks(strand, start, capacities);
  const { extraReturns = [] } = figure;
  if (extraReturns.length === 0) return shares;
  const there = new Set(shares.map(({ week }) => week));
  const { returnMinutes } = approachFor(level, figure);
  const extra = extraReturns
    .filter((week) => week > start && !there.has(week) && capacities[week - 1]?.held)
    .map((week) => ({
      age: week - start,
      layer: "return" as const,
      minutes: Math.max(1, returnMinutes),
      week,
    }));
  return [...shares, ...extra].sort((a, b) => a.week - b.week);
}

/**
 * The minutes of each week from what every placed figure has in it.
 * @example
 * loadsFrom(LEVEL, weekCapacities(LEVEL), layOut(LEVEL).shares).length // 6
 */
export function loadsFrom(
  level: LevelPlan,
  capacities: readonly WeekCapacity[],
  shares: ReadonlyMap<string, readonly PlacedShare[]>,
): WeekLoad[] {
  const loads = capacities.map(({ week }) => ({
    week,
    minutes: 0,
    byWork: { steps: 0, rhythm: 0, count: 0, partner: 0, technique: 0, style: 0, return: 0 },
    newFigures: [] as string[],
  }));
  const add = (week: number, work: Work, minutes: number) => {
    const load = loads[week - 1];
    if (!load) return;
    load.minutes += minutes;
    load.byWork[work] += minutes;
  };
  for (const [figureId, start] of weekByFigure(level.placements)) {
    loads[start - 1]?.newFigures.push(figureId);
    for (const { week, layer, minutes } of shares.get(figureId) ?? []) add(week, layer, minutes);
  }
  const first = capacities.find(({ held }) => held);
  if (first) add(first.week, "return", Math.min(first.minutes, refresherOf(level).minutes));
  return loads;
}

/**
 * The minutes of each week: the sum of the placed strands, shifted to their weeks, and in week 1 the refresher of
 * what faded since the level before.
 * @example
 * planLoads(LEVEL)[0].newFigures // ["basic"]
 */
export function planLoads(level: LevelPlan, strands = strandsOf(level)): WeekLoad[] {
  const capacities = weekCapacities(level);
  const figures = new Map(level.figures.map((figure) => [figure.id, figure]));
  const shares = new Map<string, readonly PlacedShare[]>();
  for (const { figureId, week } of level.placements) {
    const figure = figures.get(figureId);
    if (figure) shares.set(figureId, sharesOf(level, figure, strands.get(figureId) ?? [], week, capacities));
  }
  return loadsFrom(level, capacities, shares);
}
