import { counted } from "../words/index.ts";
import { type LevelPlan, type LevelRules, nameOfNeed, type PlanFigure } from "./level.ts";
import { keepsLimits, type Places, type Problem, problemOf } from "./problem.ts";
import { barredBy, type DraftOptions, LIMITS, type Limit } from "./terms.ts";

/** A limit made wider by as little as lets a figure in. */
export interface WayIn {
  readonly rules: Partial<LevelRules>;
  /** In words, such as `lessons of 65 minutes`. */
  readonly text: string;
}

/** A figure that found no week, and why. */
export interface LeftOut {
  readonly figureId: string;
  /** Which limit holds it out, in a sentence. */
  readonly reason: string;
  /** The cheapest way to let it in; null when no single limit does. */
  readonly wayIn: WayIn | null;
}

const LIMIT_WORDS: Readonly<Record<Limit, string>> = {
  minutes: "the minutes of the lessons",
  pace: "how many new figures a lesson takes",
  counts: "how many new rhythms a lesson takes",
  settling: "how long a basic settles before its turns",
  shows: "the first week for show moves",
  talk: "the week of the talk about holds",
  "last-night": "the last night, which takes nothing new",
  apart: "look-alikes, which stand a lesson apart",
};

/**
 * A limit as it is named in a sentence.
 * @example
 * limitInWords("minutes") // "the minutes of the lessons"
 */
export const limitInWords = (limit: Limit): string => LIMIT_WORDS[limit];

/** Whether a figure finds a week beside what is placed. */
function fits(problem: Problem, places: Places, f: number): boolean {
  const tried = [...places];
  for (let w = 0; w < problem.weeks; w++) {
    if (!problem.allowed[f]?.[w]) continue;
    tried[f] = w;
    if (keepsLimits(problem, tried)) return true;
  }
  return false;
}

/** What of a figure's needs has no week; it waits for that first. */
function waitsFor({ level, figures }: Problem, places: Places, figure: PlanFigure): string | null {
  const missing = figure.needs.find((id) => {
    const f = figures.findIndex((one) => one.id === id);
    return f >= 0 ? (places[f] ?? -1) < 0 : !level.known.includes(id);
  });
  return missing === undefined ? null : `Needs ${nameOfNeed(level, missing)}, which is not placed.`;
}

/** Wider limits to try, cheapest first. */
function waysIn({ rules }: LevelPlan): WayIn[] {
  const { mostNew, mostNewCounts, settledLessons, weeks, lessonMinutes, firstShowWeek, talkWeek } = rules;
  return [
    { rules: { mostNewCounts: mostNewCounts + 1 }, text: `${mostNewCounts + 1} new rhythms a lesson` },
    { rules: { mostNew: mostNew + 1 }, text: `${mostNew + 1} new figures a lesson` },
    ...(talkWeek !== null && talkWeek > 1
      ? [{ rules: { talkWeek: 1 }, text: "the talk about holds in week 1" }]
      : []),
    ...(firstShowWeek > 1 ? [{ rules: { firstShowWeek: 1 }, text: "show moves from week 1 on" }] : []),
    ...(settledLessons > 0
      ? [
          {
            rules: { settledLessons: settledLessons - 1 },
            text: `turns after ${counted(settledLessons - 1, "lesson")} of their basic`,
          },
        ]
      : []),
    ...[5, 10, 15, 30].map((more) => ({
      rules: { lessonMinutes: lessonMinutes + more },
      text: `lessons of ${lessonMinutes + more} minutes`,
    })),
    ...[1, 2].map((more) => ({ rules: { weeks: weeks + more }, text: `${weeks + more} weeks` })),
  ];
}

/** For every figure without a week that is asked about: which limit holds it out, and the cheapest way to let it in. */
export function whyLeft(
  problem: Problem,
  places: Places,
  options: DraftOptions = {},
  asked: (f: number) => boolean = () => true,
): LeftOut[] {
  const { level } = problem;
  const ways = waysIn(level);
  const without = new Map<Limit, Problem>();
  const wider = new Map<WayIn, Problem>();
  const leaving = (limit: Limit): Problem => {
    const known = without.get(limit) ?? problemOf(level, options, new Set([limit]));
    without.set(limit, known);
    return known;
  };
  const widened = (way: WayIn): Problem => {
    const rules = { ...level.rules, ...way.rules };
    const known = wider.get(way) ?? problemOf({ ...level, rules }, options);
    wider.set(way, known);
    return known;
  };
  return problem.figures.flatMap((figure, f): LeftOut[] => {
    if ((places[f] ?? -1) >= 0 || !asked(f)) return [];
    const barred = barredBy(level, figure) ?? waitsFor(problem, places, figure);
    if (barred) return [{ figureId: figure.id, reason: barred, wayIn: null }];
    const holding = LIMITS.filter((limit) => fits(leaving(limit), places, f));
    const reason =
      holding.length === 0
        ? "Several limits together leave it no week."
        : `Held out by ${holding.map(limitInWords).join(", or by ")}.`;
    return [
      { figureId: figure.id, reason, wayIn: ways.find((way) => fits(widened(way), places, f)) ?? null },
    ];
  });
}
