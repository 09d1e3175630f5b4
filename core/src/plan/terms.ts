import { nightsOf, recallAt } from "./fading.ts";
import {
  type LevelPlan,
  lastHeldWeek,
  nameOfNeed,
  type PlanFigure,
  type WeekCapacity,
  weekByFigure,
  weekCapacities,
  weeksOf,
} from "./level.ts";
import { type PlacedShare, sharesOf, strandsOf } from "./loads.ts";
import type { Strand } from "./strand.ts";

/** How the parts of a plan's value weigh against each other. Stated defaults of the product. */
export const VALUE = {
  /** A figure of worth 1; worth goes to 9, and a must counts as a hundred. */
  worth: 100,
  must: 10_000,
  /** Each minute of the fullest week, and each figure of the week with most new ones. */
  peak: 2,
  pace: 15,
  /** Each lesson in which a figure is danced: what is begun early is danced more often. */
  danced: 3,
  /** A figure of which nothing is left in the last week. */
  faded: 30,
  /** A figure that comes one or two weeks after the one it shares most with. */
  follows: 20,
} as const;

/** How a draft is made. */
export interface DraftOptions {
  /** The first week that may take a new figure, such as the one after the last taught. */
  readonly from?: number;
  /** Figures that stay where they are, beside those that are pinned. */
  readonly keep?: readonly { readonly figureId: string; readonly week: number }[];
  /** 0 covers as much as it can; 1 wants what it covers to have all its lessons. */
  readonly depth?: number;
  /** For another search; the same seed gives the same plan. A whole number above 0. */
  readonly seed?: number;
  /** How long it searches, from 0 (an answer within a frame or two) to 1 (seconds for sixty figures). */
  readonly effort?: number;
}

/** The limits that hold figures out, each by itself. */
export const LIMITS = [
  "minutes",
  "pace",
  "counts",
  "settling",
  "shows",
  "talk",
  "last-night",
  "apart",
] as const;
/** One of `LIMITS`. */
export type Limit = (typeof LIMITS)[number];

/**
 * Why a figure can have no week at all, whatever the others do.
 * @example
 * barredBy(LEVEL, LEVEL.figures[0]) // null
 */
export function barredBy(level: LevelPlan, figure: PlanFigure): string | null {
  if (figure.wish === "ban") return "This level leaves it out.";
  if (figure.kind === "show" && figure.cautions.length === 0)
    return "A show move needs its cautions written first.";
  const there = new Map(level.figures.map((one) => [one.id, one]));
  const missing = figure.needs.find((id) => !there.has(id) && !level.known.includes(id));
  if (missing !== undefined) return `Needs ${nameOfNeed(level, missing)}, which is not placed.`;
  const { teachers } = level;
  const { teacherIds = [] } = figure;
  if (
    teachers &&
    teachers.length > 0 &&
    teacherIds.length > 0 &&
    !teachers.some(({ id }) => teacherIds.includes(id))
  )
    return "Nobody who teaches this section may teach it.";
  return null;
}

/** What a level says before a single figure is placed, looked up once. Figures and weeks are indexes. */
export interface Terms {
  readonly level: LevelPlan;
  readonly without: ReadonlySet<Limit>;
  readonly depth: number;
  readonly known: ReadonlySet<string>;
  /** Figures that may be new in the level. */
  readonly figures: readonly PlanFigure[];
  readonly index: ReadonlyMap<string, number>;
  readonly capacities: readonly WeekCapacity[];
  readonly strands: ReadonlyMap<string, Strand>;
  /** What each figure has in the weeks when it is new in one of them: `sharesAt[f][w]`. */
  readonly sharesAt: readonly (readonly (readonly PlacedShare[])[])[];
  /** The week in which a figure stays; -1 for one that may move. */
  readonly fixed: readonly number[];
  /** The first and the last week that may take a new figure, and the last that is held; from 1. */
  readonly from: number;
  readonly lastNew: number;
  readonly lastHeld: number;
}

/** Looks a level up once, for all that is worked out from it. */
export function termsOf(
  level: LevelPlan,
  { from = 1, keep = [], depth = 0 }: DraftOptions,
  without: ReadonlySet<Limit>,
): Terms {
  const capacities = weekCapacities(level);
  const strands = strandsOf(level);
  const known = new Set(level.known);
  const figures = level.figures.filter(({ id }) => !known.has(id));
  const lastHeld = lastHeldWeek(capacities);
  const placedNow = weekByFigure(level.placements);
  const kept = weekByFigure(keep);
  return {
    level,
    without,
    depth,
    known,
    figures,
    index: new Map(figures.map(({ id }, f) => [id, f])),
    capacities,
    strands,
    sharesAt: figures.map((figure) =>
      weeksOf(level.rules).map((week) =>
        sharesOf(level, figure, strands.get(figure.id) ?? [], week, capacities),
      ),
    ),
    fixed: figures.map(({ id, pinned }) => (kept.get(id) ?? (pinned ? (placedNow.get(id) ?? 0) : 0)) - 1),
    from,
    lastNew: lastHeld > 1 && !without.has("last-night") ? lastHeld - 1 : lastHeld,
    lastHeld,
  };
}

/** Minutes in each week when figure f is new in week w: `minutes[f][w][week]`. */
export const minutesIn = ({ level, sharesAt }: Terms): number[][][] =>
  sharesAt.map((byWeek) =>
    byWeek.map((shares) => {
      const row: number[] = Array(level.rules.weeks).fill(0);
      for (const share of shares) row[share.week - 1] = (row[share.week - 1] ?? 0) + share.minutes;
      return row;
    }),
  );

/** Whether nobody who may teach a figure is there in a week, from 1. */
function nobodyFor(
  { teachers, away = [] }: LevelPlan,
  { teacherIds = [] }: PlanFigure,
  week: number,
): boolean {
  if (!teachers || teacherIds.length === 0) return false;
  return !teachers.some(
    ({ id }) => teacherIds.includes(id) && !away.some((one) => one.week === week && one.staffId === id),
  );
}

/** Whether figure f may be new in week w: the one place that says so, for drafts, proofs and repairs alike. */
export function allowedIn(terms: Terms): boolean[][] {
  const { level, without, figures, fixed, capacities, from, lastNew } = terms;
  const { firstShowWeek, talkWeek } = level.rules;
  return figures.map((figure, f) => {
    const barred = barredBy(level, figure) !== null;
    const stays = fixed[f] ?? -1;
    return weeksOf(level.rules).map((week, w) => {
      if (stays >= 0) return w === stays;
      const room = capacities[w];
      if (barred || week < from || week > lastNew || !room?.held || !room.takesNew) return false;
      if (figure.kind === "show" && week < firstShowWeek && !without.has("shows")) return false;
      const early = talkWeek !== null && week < talkWeek;
      if (figure.facts?.closeHold && early && !without.has("talk")) return false;
      return !nobodyFor(level, figure, week);
    });
  });
}

/** What it is worth to have figure f new in week w, without regard to the others. */
export const valueIn = ({ level, figures, strands, sharesAt, depth, lastHeld }: Terms): number[][] =>
  figures.map((figure, f) => {
    const own = figure.wish === "must" ? VALUE.must : VALUE.worth * (figure.worth ?? 5);
    const whole = (strands.get(figure.id) ?? []).reduce((sum, share) => sum + share.minutes, 0);
    return weeksOf(level.rules).map((_, w) => {
      const shares = sharesAt[f]?.[w] ?? [];
      const inside = shares.reduce((sum, share) => sum + share.minutes, 0) / Math.max(1, whole);
      const left = recallAt(nightsOf(shares), lastHeld);
      const danced = new Set(shares.map(({ week }) => week)).size;
      const worth = own * (1 - depth) + own * depth * Math.min(1, inside);
      return Math.round(worth + VALUE.danced * danced - VALUE.faded * (1 - left));
    });
  });

/** Figure `f` at least `gap[w]` weeks after `need`, which is new in week w. */
export interface NeedTerm {
  readonly f: number;
  readonly need: number;
  readonly gap: readonly number[];
}

/** Weeks from the one in which a basic is new until turns may be added to it: until it was danced often enough. */
function settlingOf({ level, without, index, sharesAt }: Terms, basic: PlanFigure, w: number): number {
  const wanted = Math.max(1, without.has("settling") ? 1 : level.rules.settledLessons);
  const danced = [...new Set((sharesAt[index.get(basic.id) ?? 0]?.[w] ?? []).map(({ week }) => week))];
  const last = danced[wanted - 1];
  return last === undefined ? level.rules.weeks : last - w;
}

/** What comes after what. */
export function needsIn(terms: Terms): NeedTerm[] {
  const { level, figures, index } = terms;
  return figures.flatMap((figure, f) =>
    [...new Set(figure.needs)].flatMap((id) => {
      const need = index.get(id);
      const other = need === undefined ? undefined : figures[need];
      if (need === undefined || !other) return [];
      const settles = figure.kind === "turn" && other.kind === "basic";
      const gap = weeksOf(level.rules).map((_, w) => (settles ? settlingOf(terms, other, w) : 1));
      return [{ f, need, gap }];
    }),
  );
}

/** Two figures that have something in common. */
export interface AlikeTerm {
  readonly one: number;
  readonly two: number;
  readonly likeness: number;
  readonly decides: string | null;
}

/** Pairs of figures that have something in common, both in the level. */
export const alikeIn = ({ level, index }: Terms): AlikeTerm[] =>
  (level.alike ?? []).flatMap(({ a, b, likeness, decides }) => {
    const [one, two] = [index.get(a), index.get(b)];
    return one === undefined || two === undefined ? [] : [{ one, two, likeness, decides }];
  });

/** Less alike than this, nothing is won by teaching one figure soon after another. */
const LEAST_ALIKE = 0.6;

/** Figure f is worth more one or two weeks after g, the one it shares most with. */
export function followsIn({ figures }: Terms, pairs: readonly AlikeTerm[]): { f: number; g: number }[] {
  const best = new Map<number, { g: number; likeness: number }>();
  for (const { one, two, likeness } of pairs)
    for (const [f, g] of [
      [one, two],
      [two, one],
    ] as const) {
      const [later, earlier] = [figures[f], figures[g]];
      const inOrder = later && earlier && !earlier.needs.includes(later.id);
      if (inOrder && likeness > (best.get(f)?.likeness ?? LEAST_ALIKE)) best.set(f, { g, likeness });
    }
  return [...best].map(([f, { g }]) => ({ f, g }));
}
