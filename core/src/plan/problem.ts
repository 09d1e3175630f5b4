import { nightsOf, recallAt } from "./fading.ts";
import { layOut } from "./layout.ts";
import { type LevelPlan, lastHeldWeek, type PlanFigure, roomsOf, weekByFigure, weeksOf } from "./level.ts";
import { planLoads, sharesOf, strandsOf } from "./loads.ts";

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
 * A level as the numbers that drafting, proving and repairing share. Figures and weeks are indexes; week `w` is
 * `w - 1`.
 */
export interface Problem {
  readonly level: LevelPlan;
  readonly figures: readonly PlanFigure[];
  readonly weeks: number;
  /** Minutes of each week left for what is placed. */
  readonly room: readonly number[];
  /** Most new figures of each week. */
  readonly most: readonly number[];
  readonly mostCounts: number;
  /** Minutes in each week when figure f is new in week w: `minutes[f][w][week]`. */
  readonly minutes: readonly (readonly (readonly number[])[])[];
  /** Whether figure f may be new in week w. */
  readonly allowed: readonly (readonly boolean[])[];
  /** The week in which it stays; -1 for one that may move. */
  readonly fixed: readonly number[];
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
  if (missing !== undefined) return "Needs a figure outside this level, which is not placed.";
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

/**
 * Lays a level out. Limits in `without` are left aside, to see which of them hold something out.
 * @example
 * problemOf(LEVEL).weeks // 6
 */
export function problemOf(
  level: LevelPlan,
  { from = 1, keep = [], depth = 0 }: DraftOptions = {},
  without: ReadonlySet<Limit> = new Set(),
): Problem {
  const { rules } = level;
  const rooms = roomsOf(level);
  const strands = strandsOf(level);
  const known = new Set(level.known);
  const figures = level.figures.filter(({ id }) => !known.has(id));
  const index = new Map(figures.map(({ id }, f) => [id, f]));
  const all = weeksOf(rules);
  const lastHeld = lastHeldWeek(rooms);
  const lastNew = lastHeld > 1 && !without.has("last-night") ? lastHeld - 1 : lastHeld;
  const refresher = planLoads({ ...level, placements: [] }).map(({ minutes }) => minutes);
  const placedNow = weekByFigure(level.placements);
  const kept = weekByFigure(keep);
  const fixed = figures.map(
    ({ id, pinned }) => (kept.get(id) ?? (pinned ? (placedNow.get(id) ?? 0) : 0)) - 1,
  );
  const bare = { ...level, placements: [] };
  const layout = layOut(bare, strands);
  const sharesAt = figures.map((figure) =>
    all.map((week) => sharesOf(level, figure, strands.get(figure.id) ?? [], week, layout.rooms)),
  );
  const minutes = sharesAt.map((byWeek) =>
    byWeek.map((shares) => {
      const row: number[] = Array(rules.weeks).fill(0);
      for (const share of shares) row[share.week - 1] = (row[share.week - 1] ?? 0) + share.minutes;
      return row;
    }),
  );
  const away = (figure: PlanFigure, week: number): boolean => {
    const { teachers, away: gone = [] } = level;
    const { teacherIds = [] } = figure;
    if (!teachers || teacherIds.length === 0) return false;
    return !teachers.some(
      ({ id }) => teacherIds.includes(id) && !gone.some((one) => one.week === week && one.staffId === id),
    );
  };
  const allowed = figures.map((figure, f) => {
    const barred = barredBy(level, figure) !== null;
    return all.map((week, w) => {
      const at = fixed[f] ?? -1;
      if (at >= 0) return w === at;
      const room = rooms[w];
      if (barred || week < from || week > lastNew || !room?.held || !room.takesNew) return false;
      if (figure.kind === "show" && week < rules.firstShowWeek && !without.has("shows")) return false;
      const talk = rules.talkWeek;
      if (figure.facts?.closeHold && talk !== null && week < talk && !without.has("talk")) return false;
      return !away(figure, week);
    });
  });
  const value = figures.map((figure, f) => {
    const own = figure.wish === "must" ? VALUE.must : VALUE.worth * (figure.worth ?? 5);
    const whole = (strands.get(figure.id) ?? []).reduce((sum, share) => sum + share.minutes, 0);
    return all.map((_, w) => {
      const shares = sharesAt[f]?.[w] ?? [];
      const inside = shares.reduce((sum, share) => sum + share.minutes, 0) / Math.max(1, whole);
      const left = recallAt(nightsOf(shares), lastHeld);
      const danced = new Set(shares.map(({ week }) => week)).size;
      const worth = own * (1 - depth) + own * depth * Math.min(1, inside);
      return Math.round(worth + VALUE.danced * danced - VALUE.faded * (1 - left));
    });
  });
  const settle = (need: PlanFigure, w: number): number => {
    const wanted = Math.max(1, without.has("settling") ? 1 : rules.settledLessons);
    const weeks = [...new Set((sharesAt[index.get(need.id) ?? 0]?.[w] ?? []).map(({ week }) => week))];
    const last = weeks[wanted - 1];
    return last === undefined ? rules.weeks : last - w;
  };
  const needs = figures.flatMap((figure, f) =>
    [...new Set(figure.needs)].flatMap((id) => {
      const need = index.get(id);
      const other = need === undefined ? undefined : figures[need];
      if (need === undefined || !other) return [];
      const settles = figure.kind === "turn" && other.kind === "basic";
      return [{ f, need, gap: all.map((_, w) => (settles ? settle(other, w) : 1)) }];
    }),
  );
  const kinds = [...new Set(level.figures.flatMap(({ facts }) => (facts?.timed ? [facts.counts] : [])))];
  const kindOf = ({ facts }: PlanFigure) => (facts?.timed ? kinds.indexOf(facts.counts) : -1);
  const pairs = (level.alike ?? []).flatMap(({ a, b, likeness, decides }) => {
    const [one, two] = [index.get(a), index.get(b)];
    return one === undefined || two === undefined ? [] : [{ one, two, likeness, decides }];
  });
  const best = new Map<number, { g: number; likeness: number }>();
  for (const { one, two, likeness } of pairs)
    for (const [f, g] of [
      [one, two],
      [two, one],
    ] as const) {
      const [later, earlier] = [figures[f], figures[g]];
      const inOrder = later && earlier && !earlier.needs.includes(later.id);
      if (inOrder && likeness > (best.get(f)?.likeness ?? 0.6)) best.set(f, { g, likeness });
    }
  return {
    level,
    figures,
    weeks: rules.weeks,
    room: rooms.map((room, w) =>
      without.has("minutes") ? 10_000 : Math.max(0, room.minutes - (refresher[w] ?? 0)),
    ),
    most: rooms.map(() => (without.has("pace") ? 1000 : rules.mostNew)),
    mostCounts: without.has("counts") ? 1000 : rules.mostNewCounts,
    minutes,
    allowed,
    fixed,
    value,
    needs,
    apart: without.has("apart")
      ? []
      : pairs.filter(({ decides }) => decides !== null).map(({ one, two }) => [one, two] as const),
    counts: figures.map(kindOf),
    countKinds: kinds.length,
    knownCounts: new Set(level.figures.filter(({ id }) => known.has(id)).map(kindOf)),
    follows: [...best].map(([f, { g }]) => ({ f, g })),
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
    if (touched[week] && (load[week] as number) > (problem.room[week] as number)) return false;
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
