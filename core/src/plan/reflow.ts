import { construct, draftOf } from "./draft.ts";
import { improve } from "./improve.ts";
import type { LeftOut } from "./left-out.ts";
import type { LevelPlan, Placement, SpecialWeek } from "./level.ts";
import {
  keepsLimits,
  type Places,
  type Problem,
  placementsOf,
  placesOf,
  problemOf,
  scoreOf,
} from "./problem.ts";

/** What happened to a running plan. Weeks up to `taught` are done and stay. */
export type Change =
  | { readonly kind: "none" }
  | { readonly kind: "cancelled"; readonly week: number }
  | { readonly kind: "short"; readonly week: number; readonly minutes: number }
  /** New material that was not reached in a week that was taught. */
  | { readonly kind: "not-reached"; readonly figureIds: readonly string[] }
  | { readonly kind: "away"; readonly week: number; readonly staffId: string };

export interface Move {
  readonly figureId: string;
  /** `null` for a figure that waited, or has to wait now. */
  readonly from: number | null;
  readonly to: number | null;
  /** Why it moves, in a sentence. */
  readonly why: string;
}

export interface Repair {
  /** The level as it is after the change. */
  readonly level: LevelPlan;
  readonly placements: readonly Placement[];
  readonly moves: readonly Move[];
  readonly left: readonly LeftOut[];
}

/** The plan with the change put into it, before anything is moved. */
export function withChange(level: LevelPlan, change: Change): LevelPlan {
  const others = (week: number) => (level.special ?? []).filter((entry) => entry.week !== week);
  const special = (entry: SpecialWeek) => [...others(entry.week), entry].sort((a, b) => a.week - b.week);
  switch (change.kind) {
    case "none":
      return level;
    case "cancelled":
      return { ...level, special: special({ week: change.week, kind: "cancelled", minutes: 0 }) };
    case "short":
      return { ...level, special: special({ week: change.week, kind: "short", minutes: change.minutes }) };
    case "not-reached":
      return {
        ...level,
        placements: level.placements.filter(({ figureId }) => !change.figureIds.includes(figureId)),
      };
    case "away":
      return { ...level, away: [...(level.away ?? []), { week: change.week, staffId: change.staffId }] };
  }
}

/** How many limits a placement breaks, seen figure by figure: those that could not stand where they are. */
function misplaced(problem: Problem, places: Places): number[] {
  const alone = places.map(() => -1);
  const order = places
    .map((w, f) => ({ w, f }))
    .filter(({ w }) => w >= 0)
    .sort((a, b) => a.w - b.w || Number(isFree(problem, a.f)) - Number(isFree(problem, b.f)) || a.f - b.f);
  const out: number[] = [];
  for (const { w, f } of order) {
    alone[f] = w;
    if (keepsLimits(problem, alone)) continue;
    alone[f] = -1;
    out.push(f);
  }
  return out;
}

const isFree = ({ fixed }: Problem, f: number): boolean => (fixed[f] ?? -1) < 0;

const movesBetween = (before: Places, after: Places): number =>
  before.reduce((sum, w, f) => sum + (w === after[f] ? 0 : 1), 0);

/** The week nearest to where a figure stood that keeps every limit; later weeks before earlier ones. */
function nearest(problem: Problem, places: number[], f: number, from: number): number {
  const weeks = Array.from({ length: problem.weeks }, (_, w) => w).filter((w) => problem.allowed[f]?.[w]);
  const far = (w: number) => Math.abs(w - from) + (w < from ? 0.5 : 0);
  for (const w of weeks.sort((a, b) => far(a) - far(b))) {
    places[f] = w;
    if (keepsLimits(problem, places)) return w;
  }
  places[f] = -1;
  return -1;
}

/** Takes out what cannot stand and puts each back as near as it goes, then lets one other figure give way for each. */
function mend(problem: Problem, before: Places): number[] {
  const places = [...before];
  const out = misplaced(problem, places);
  for (const f of out) places[f] = -1;
  const back = [...out].sort((a, b) => (before[a] ?? 0) - (before[b] ?? 0) || a - b);
  for (const f of back)
    if (nearest(problem, places, f, before[f] ?? 0) < 0) giveWay(problem, places, before, f);
  return places;
}

/** Lets another figure move, by as little as can be, so that one that found no week finds one. */
function giveWay(problem: Problem, places: number[], before: Places, f: number): void {
  const others = places
    .map((_, g) => g)
    .filter((g) => g !== f && (places[g] ?? -1) >= 0 && isFree(problem, g));
  for (const g of others) {
    const stood = places[g] as number;
    places[g] = -1;
    if (nearest(problem, places, f, before[f] ?? 0) >= 0) {
      if (nearest(problem, places, g, stood) >= 0) return;
      places[f] = -1;
    }
    places[g] = stood;
  }
}

/** Puts every moved figure back where that is possible after all, so that no move is made in vain. */
function takeBack(problem: Problem, before: Places, places: number[]): void {
  for (let again = true; again; ) {
    again = false;
    for (let f = 0; f < places.length; f++) {
      const now = places[f] as number;
      if (now === before[f] || (before[f] ?? -1) < 0) continue;
      places[f] = before[f] as number;
      if (keepsLimits(problem, places)) again = true;
      else places[f] = now;
    }
  }
}

function whyMoved(
  level: LevelPlan,
  change: Change,
  from: number | null,
  to: number | null,
  needsMoved: string | null,
): string {
  const where =
    to === null
      ? "no week is left for it"
      : from === null
        ? `it finds room in week ${to}`
        : `week ${to} is the nearest that takes it`;
  if (change.kind === "cancelled" && from === change.week)
    return `Week ${change.week} is cancelled; ${where}.`;
  if (change.kind === "short" && from === change.week)
    return `Week ${change.week} lost ${change.minutes} minutes; ${where}.`;
  if (change.kind === "not-reached" && from === null) return `It was not reached in class; ${where}.`;
  if (change.kind === "away" && from === change.week) {
    const who = level.teachers?.find(({ id }) => id === change.staffId)?.name ?? "Its teacher";
    return `${who} is away in week ${change.week}; ${where}.`;
  }
  if (needsMoved) return `It needs ${needsMoved}, which moves; ${where}.`;
  return from === null ? `There is room for it now; ${where}.` : `Its week would be too full; ${where}.`;
}

/**
 * Repairs a plan after a change with as few moves as the search finds, never more than a fresh draft would make,
 * and explains each. Without a change a plan that keeps its limits stays as it is.
 * @param taught the last week that has been taught; what is placed up to it stays
 */
export function reflow(level: LevelPlan, change: Change, taught = 0): Repair {
  const changed = withChange(level, change);
  const keep = changed.placements.filter(({ week }) => week <= taught);
  const options = { from: taught + 1, keep };
  const problem = problemOf(changed, options);
  const before = placesOf(problem, changed.placements);
  const mended =
    keepsLimits(problem, before) && change.kind !== "not-reached" ? [...before] : mend(problem, before);
  if (change.kind === "not-reached")
    for (const id of change.figureIds) {
      const f = problem.figures.findIndex((figure) => figure.id === id);
      if (f >= 0 && (mended[f] ?? -1) < 0 && nearest(problem, mended, f, taught) < 0)
        giveWay(problem, mended, mended, f);
    }
  takeBack(problem, before, mended);
  const fresh = improve(problem, construct(problem, options), { effort: 0 });
  takeBack(problem, before, fresh);
  const worse = placed(mended) < placed(before) && placed(fresh) > placed(mended);
  const places =
    worse || movesBetween(before, fresh) < movesBetween(before, mended)
      ? scoreOf(problem, fresh) >= scoreOf(problem, mended)
        ? fresh
        : mended
      : mended;
  return {
    level: changed,
    placements: placementsOf(problem, places),
    moves: movesOf(changed, problem, before, places, change),
    left: draftOf(problem, places, options).left.filter(({ figureId }) => {
      const f = problem.figures.findIndex(({ id }) => id === figureId);
      return (before[f] ?? -1) >= 0 || (change.kind === "not-reached" && change.figureIds.includes(figureId));
    }),
  };
}

const placed = (places: Places): number => places.filter((w) => w >= 0).length;

function movesOf(level: LevelPlan, problem: Problem, before: Places, after: Places, change: Change): Move[] {
  const moved = problem.figures.filter((_, f) => before[f] !== after[f]);
  const movedIds = new Set(moved.map(({ id }) => id));
  const weekOr = (w: number | undefined) => (w === undefined || w < 0 ? null : w + 1);
  return moved
    .map((figure) => {
      const f = problem.figures.indexOf(figure);
      const [from, to] = [weekOr(before[f]), weekOr(after[f])];
      const need = figure.needs.find((id) => movedIds.has(id));
      const name = level.figures.find(({ id }) => id === need)?.name ?? null;
      return { figureId: figure.id, from, to, why: whyMoved(level, change, from, to, name) };
    })
    .sort((a, b) => (a.from ?? 99) - (b.from ?? 99) || (a.to ?? 99) - (b.to ?? 99));
}
