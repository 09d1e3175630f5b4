import { type LevelPlan, type PlanFigure, weekByFigure } from "./level.ts";
import { planLoads } from "./loads.ts";
import {
  alikeIn,
  allowedIn,
  type DraftOptions,
  followsIn,
  type Limit,
  minutesIn,
  needsIn,
  termsOf,
  VALUE,
  valueIn,
} from "./terms.ts";

/**
 * A level as the numbers that drafting, proving and repairing share. Figures and weeks are indexes; week `w` is
 * `w - 1`.
 */
export interface Problem {
  readonly level: LevelPlan;
  readonly figures: readonly PlanFigure[];
  readonly weeks: number;
  /** Minutes of each week left for what is placed. */
  readonly capacity: readonly number[];
  /** Most new figures of each week. */
  readonly most: readonly number[];
  readonly mostCounts: number;
  /** Minutes in each week when figure f is new in week w: `minutes[f][w][week]`. */
  readonly minutes: readonly (readonly (readonly number[])[])[];
  /** Whether figure f may be new in week w. */
  readonly allowed: readonly (readonly boolean[])[];
  /** The week in which it stays; -1 for one that may move. */
  readonly fixed: readonly number[];
  /** The first week that may take something new; from 1. */
  readonly from: number;
  /** What it is worth to have figure f new in week w, without regard to the others. */
  readonly value: readonly (readonly number[])[];
  /** Figure `f` at least `gap[w]` weeks after `need`, which is new in week w. */
  readonly needs: readonly { readonly f: number; readonly need: number; readonly gap: readonly number[] }[];
  /** Figures not to be new in the same lesson. */
  readonly apart: readonly (readonly [number, number])[];
  /** Its way to count as an index; -1 for one that brings none. */
  readonly counts: readonly number[];
  readonly countKinds: number;
  /** Rhythms that dancers bring along. */
  readonly knownCounts: ReadonlySet<number>;
  /** Figure f is worth more one or two weeks after g. */
  readonly follows: readonly { readonly f: number; readonly g: number }[];
}

/**
 * Lays a level out. Limits in `without` are left aside, to see which of them hold something out.
 * @example
 * problemOf(LEVEL).weeks // 6
 */
export function problemOf(
  level: LevelPlan,
  options: DraftOptions = {},
  without: ReadonlySet<Limit> = new Set(),
): Problem {
  const terms = termsOf(level, options, without);
  const { rules } = level;
  const { figures, capacities, known } = terms;
  const refresher = planLoads({ ...level, placements: [] }).map(({ minutes }) => minutes);
  const kinds = [...new Set(level.figures.flatMap(({ facts }) => (facts?.timed ? [facts.counts] : [])))];
  const kindOf = ({ facts }: PlanFigure) => (facts?.timed ? kinds.indexOf(facts.counts) : -1);
  const pairs = alikeIn(terms);
  return {
    level,
    figures,
    weeks: rules.weeks,
    capacity: capacities.map((room, w) =>
      without.has("minutes") ? 10_000 : Math.max(0, room.minutes - (refresher[w] ?? 0)),
    ),
    most: capacities.map(() => (without.has("pace") ? 1000 : rules.mostNew)),
    mostCounts: without.has("counts") ? 1000 : rules.mostNewCounts,
    minutes: minutesIn(terms),
    allowed: allowedIn(terms),
    fixed: terms.fixed,
    from: terms.from,
    value: valueIn(terms),
    needs: needsIn(terms),
    apart: without.has("apart")
      ? []
      : pairs.filter(({ decides }) => decides !== null).map(({ one, two }) => [one, two] as const),
    counts: figures.map(kindOf),
    countKinds: kinds.length,
    knownCounts: new Set(level.figures.filter(({ id }) => known.has(id)).map(kindOf)),
    follows: followsIn(terms, pairs),
  };
}

/** Where each figure is new, as week indexes; -1 while it waits. */
export type Places = readonly number[];

/**
 * What a placement is worth; hard limits are not looked at.
 * @example
 * scoreOf(problemOf(LEVEL), [-1, -1, -1]) // 0
 */
export function scoreOf({ value, minutes, follows, weeks }: Problem, places: Places): number {
  let score = 0;
  const load: number[] = Array(weeks).fill(0);
  const fresh: number[] = Array(weeks).fill(0);
  places.forEach((w, f) => {
    if (w < 0) return;
    fresh[w] = (fresh[w] ?? 0) + 1;
    score += value[f]?.[w] ?? 0;
    const row = minutes[f]?.[w] ?? [];
    for (let week = 0; week < weeks; week++) load[week] = (load[week] ?? 0) + (row[week] ?? 0);
  });
  for (const { f, g } of follows) {
    const [later, earlier] = [places[f] ?? -1, places[g] ?? -1];
    if (later >= 0 && earlier >= 0 && later - earlier >= 1 && later - earlier <= 2) score += VALUE.follows;
  }
  return score - VALUE.peak * Math.max(0, ...load) - VALUE.pace * Math.max(0, ...fresh);
}

/**
 * Whether a placement keeps every limit. Figures that stay are taken as they are.
 * @example
 * keepsLimits(problemOf(LEVEL), placesOf(problemOf(LEVEL), LEVEL.placements)) // true
 */
export function keepsLimits(problem: Problem, places: Places): boolean {
  const { weeks, fixed, allowed, minutes, needs, apart, counts, knownCounts } = problem;
  const load: number[] = Array(weeks).fill(0);
  const fresh: number[] = Array(weeks).fill(0);
  const moved: boolean[] = Array(weeks).fill(false);
  const firstOf: number[] = Array(problem.countKinds).fill(weeks);
  const touched: boolean[] = Array(weeks).fill(false);
  for (let f = 0; f < places.length; f++) {
    const w = places[f] as number;
    if (w < 0) continue;
    const free = (fixed[f] ?? -1) < 0;
    if (free && !allowed[f]?.[w]) return false;
    const row = minutes[f]?.[w] as readonly number[];
    for (let week = w; week < weeks; week++) {
      const own = row[week] as number;
      load[week] = (load[week] as number) + own;
      if (free && own > 0) touched[week] = true;
    }
    fresh[w] = (fresh[w] as number) + 1;
    if (free) moved[w] = true;
    const kind = counts[f] as number;
    if (kind >= 0 && w < (firstOf[kind] as number)) firstOf[kind] = w;
  }
  const newCounts: number[] = Array(weeks).fill(0);
  firstOf.forEach((w, kind) => {
    if (w < weeks && !knownCounts.has(kind)) newCounts[w] = (newCounts[w] as number) + 1;
  });
  for (let week = 0; week < weeks; week++) {
    if (touched[week] && (load[week] as number) > (problem.capacity[week] as number)) return false;
    if (!moved[week]) continue;
    if ((fresh[week] as number) > (problem.most[week] as number)) return false;
    if ((fresh[week] as number) > 1 && (newCounts[week] as number) > problem.mostCounts) return false;
  }
  for (const { f, need, gap } of needs) {
    const w = places[f] as number;
    if (w < 0 || (fixed[f] ?? -1) >= 0) continue;
    const before = places[need] as number;
    if (before < 0 || w - before < (gap[before] as number)) return false;
  }
  for (const [a, b] of apart)
    if (
      (places[a] as number) >= 0 &&
      places[a] === places[b] &&
      ((fixed[a] ?? -1) < 0 || (fixed[b] ?? -1) < 0)
    )
      return false;
  return true;
}

/**
 * A placement as a plan keeps it.
 * @example
 * placementsOf(problemOf(LEVEL), [0, -1, -1]) // [{ figureId: "basic", week: 1 }]
 */
export const placementsOf = ({ figures }: Problem, places: Places) =>
  places.flatMap((w, f) => (w < 0 || !figures[f] ? [] : [{ figureId: figures[f].id, week: w + 1 }]));

/**
 * Weeks from 1 as places from 0; -1 for what waits.
 * @example
 * placesOf(problemOf(LEVEL), LEVEL.placements) // [0, 2, -1]
 */
export const placesOf = ({ figures }: Problem, placements: LevelPlan["placements"]): number[] => {
  const weeks = weekByFigure(placements);
  return figures.map(({ id }) => (weeks.get(id) ?? 0) - 1);
};
