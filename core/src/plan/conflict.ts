import { construct } from "./draft.ts";
import { improve } from "./improve.ts";
import { limitInWords } from "./left-out.ts";
import type { LevelPlan } from "./level.ts";
import { keepsLimits, problemOf } from "./problem.ts";
import { barredBy, type DraftOptions, LIMITS, type Limit } from "./terms.ts";

/** Why no plan holds all that must be taught. */
export interface Conflict {
  /** Musts that found no week. */
  readonly figureIds: readonly string[];
  /** Limits of which it is enough to widen one; nothing when it is not the limits. */
  readonly limits: readonly Limit[];
  /** One plain sentence. */
  readonly text: string;
}

/** Musts without a week in a placement. */
const waiting = (
  level: LevelPlan,
  problem: ReturnType<typeof problemOf>,
  places: readonly number[],
): string[] =>
  problem.figures.flatMap(({ id, wish }, f) =>
    wish === "must" && (places[f] ?? -1) < 0 && !level.known.includes(id) ? [id] : [],
  );

/**
 * The limits that together keep some must from its week: a smallest set, found by leaving one after the other
 * aside and keeping only those without which all musts would fit (deletion filtering after Chinneck and
 * Dravnieks, 1991).
 * @param fits whether all musts fit when these limits are left aside; the search of `draftPlan` where none is given
 * @returns null when every must has a week
 * @example
 * conflictOf(LEVEL) // null
 */
export function conflictOf(
  level: LevelPlan,
  options: DraftOptions = {},
  fits: (without: ReadonlySet<Limit>) => boolean = (without) => allFit(level, options, without),
): Conflict | null {
  if (fits(new Set())) return null;
  const problem = problemOf(level, options);
  const open = waiting(level, problem, improve(problem, construct(problem, options), { effort: 0 }));
  const names = (ids: readonly string[]) =>
    ids.map((id) => level.figures.find((figure) => figure.id === id)?.name ?? "").join(", ");
  const barred = level.figures.filter(
    (figure) =>
      figure.wish === "must" && !level.known.includes(figure.id) && barredBy(level, figure) !== null,
  );
  if (barred.length > 0 || !fits(new Set(LIMITS))) {
    const [first] = barred;
    const text = first
      ? `${first.name} must be taught, but: ${barredBy(level, first)}`
      : `No order of weeks holds ${names(open)}, whatever the limits are.`;
    return { figureIds: barred.length > 0 ? barred.map(({ id }) => id) : open, limits: [], text };
  }
  // Limits that can be put back without harm are not to blame; what is left forbids it together.
  const aside = new Set<Limit>(LIMITS);
  for (const limit of LIMITS) {
    aside.delete(limit);
    if (!fits(aside)) aside.add(limit);
  }
  const limits = LIMITS.filter((limit) => aside.has(limit));
  const text = `All musts do not fit together: ${names(open)} found no week because of ${limits.map(limitInWords).join(" and ")}. Widen ${limits.length > 1 ? "these" : "it"}, or let one of the musts be a may.`;
  return { figureIds: open, limits, text };
}

function allFit(level: LevelPlan, options: DraftOptions, without: ReadonlySet<Limit>): boolean {
  const musts = level.figures.filter(({ wish }) => wish === "must");
  if (musts.length === 0) return true;
  const problem = problemOf(level, options, without);
  const places = improve(problem, construct(problem, options), { effort: 0 });
  return keepsLimits(problem, places) && waiting(level, problem, places).length === 0;
}
