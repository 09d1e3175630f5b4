import { type Exposure, nightsOf } from "./fading.ts";
import {
  type LevelPlan,
  lastHeldWeek,
  type PlanFigure,
  type WeekCapacity,
  weekByFigure,
  weekCapacities,
} from "./level.ts";
import { type PlacedShare, sharesOf, strandsOf } from "./loads.ts";
import type { Strand } from "./strand.ts";

/** A plan laid out for looking at: each thing looked up once. */
export interface Layout {
  readonly level: LevelPlan;
  readonly figures: ReadonlyMap<string, PlanFigure>;
  /** The week in which each placed figure is new. */
  readonly weeks: ReadonlyMap<string, number>;
  readonly known: ReadonlySet<string>;
  readonly strands: ReadonlyMap<string, Strand>;
  readonly capacities: readonly WeekCapacity[];
  readonly lastHeld: number;
  /** Where each placed figure is danced. */
  readonly shares: ReadonlyMap<string, readonly PlacedShare[]>;
  /** On which nights each figure was danced by the log of a lesson, or will be by the plan. */
  readonly exposures: ReadonlyMap<string, readonly Exposure[]>;
  /** The last week that was taught; 0 when none was. */
  readonly lastTaught: number;
}

/**
 * Lays a plan out.
 * @example
 * layOut(LEVEL).weeks.get("turn") // 3
 */
export function layOut(level: LevelPlan, strands = strandsOf(level)): Layout {
  const figures = new Map(level.figures.map((figure) => [figure.id, figure]));
  const weeks = weekByFigure(level.placements);
  const capacities = weekCapacities(level);
  const shares = new Map<string, readonly PlacedShare[]>();
  for (const [id, week] of weeks) {
    const figure = figures.get(id);
    if (figure) shares.set(id, sharesOf(level, figure, strands.get(id) ?? [], week, capacities));
  }
  return {
    level,
    figures,
    weeks,
    known: new Set(level.known),
    strands,
    capacities,
    lastHeld: lastHeldWeek(capacities),
    shares,
    exposures: exposuresIn(level, shares),
    lastTaught: Math.max(0, ...(level.held ?? []).map(({ week }) => week)),
  };
}

/** Where a lesson was taught its log says what was danced, and only elsewhere the plan. */
function exposuresIn(
  { held = [], figures }: LevelPlan,
  shares: ReadonlyMap<string, readonly PlacedShare[]>,
): ReadonlyMap<string, readonly Exposure[]> {
  const taught = new Set(held.map(({ week }) => week));
  const all = new Map<string, Exposure[]>();
  for (const [id, own] of shares)
    all.set(id, taught.size === 0 ? [...own] : own.filter(({ week }) => !taught.has(week)));
  const here = new Set(figures.map(({ id }) => id));
  for (const { week, danced } of held)
    for (const { figureId, layer } of danced)
      if (here.has(figureId)) all.set(figureId, [...(all.get(figureId) ?? []), { week, layer }]);
  return new Map([...all].map(([id, own]) => [id, nightsOf(own)]));
}

/**
 * Lessons before `week` in which a figure was, or will be, danced.
 * @example
 * lessonsBefore(layOut(LEVEL), "basic", 2) // 1
 */
export const lessonsBefore = (
  { exposures }: Pick<Layout, "exposures">,
  figureId: string,
  week: number,
): number => (exposures.get(figureId) ?? []).filter((night) => night.week < week).length;
