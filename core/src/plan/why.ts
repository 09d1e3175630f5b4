import { counted, inWords } from "../words/index.ts";
import { carriedOver } from "./carried.ts";
import { checkPlan } from "./check.ts";
import { type Finding, sizesOf, worseThan } from "./finding.ts";
import { layOut, lessonsBefore } from "./layout.ts";
import { type LevelPlan, nameOfNeed, place, weekByFigure } from "./level.ts";

/** What each need has been danced by then: `Needs Side pass, danced in 3 lessons by then.` */
function needsText(level: LevelPlan, figureId: string, week: number): string {
  const needs = level.figures.find(({ id }) => id === figureId)?.needs ?? [];
  if (needs.length === 0) return "It needs nothing before it.";
  const weeks = weekByFigure(level.placements);
  const layout = layOut(level);
  const parts = needs.map((id) => {
    const name = nameOfNeed(level, id);
    if (level.known.includes(id)) return `${name}, known from the level before`;
    const start = weeks.get(id);
    if (start === undefined || start >= week) return `${name}, not danced by then`;
    const danced = lessonsBefore(layout, id, week);
    return `${name}, danced in ${counted(danced, "lesson")} by then`;
  });
  return `Needs ${inWords(parts)}.`;
}

/**
 * What would be found, and is not found now or is less now, with the figure new in another week: what must change
 * first, and of that what is about the figure. That minutes are left over decides nothing.
 */
function newFindings(level: LevelPlan, figureId: string, week: number): string[] {
  const before = sizesOf(checkPlan(level));
  const moved = { ...level, placements: place(level.placements, figureId, week) };
  const rank = ({ severity, figureId: about, otherId }: Finding): number =>
    (severity === "must" ? 0 : 2) + (about === figureId || otherId === figureId ? 0 : 1);
  return worseThan(checkPlan(moved), before)
    .filter(({ code }) => code !== "room-left")
    .toSorted((a, b) => rank(a) - rank(b))
    .map(({ text }) => text);
}

/**
 * Why a placed figure is new in its week: what it needs has been danced so often, and what would speak against
 * the week before and the week after.
 * @returns one sentence after the other; none for a figure without a week
 * @example
 * whyHere(LEVEL, "turn")
 * // ["Needs Basic, danced in 2 lessons by then.", "A week earlier: Turn turns in week 2, when Basic has been danced in 1 lesson; it settles after 2.", "Nothing would speak against a week later."]
 */
export function whyHere(level: LevelPlan, figureId: string): string[] {
  const week = weekByFigure(level.placements).get(figureId);
  if (week === undefined) return [];
  const missed = carriedOver(level).find((one) => one.figureId === figureId);
  if (missed)
    return [
      missed.to === null
        ? `It was due in week ${missed.from} and was not reached in class; no lesson is left for it.`
        : `It was due in week ${missed.from} and was not reached in class; it is carried over and comes first in week ${missed.to}.`,
    ];
  const needs = needsText(level, figureId, week);
  const tried = [
    { at: week - 1, when: "A week earlier" },
    { at: week + 1, when: "A week later" },
  ].filter(({ at }) => at >= 1 && at <= level.rules.weeks);
  const against = tried.map(({ at, when }) => ({ when, text: newFindings(level, figureId, at)[0] }));
  const free = against.filter(({ text }) => text === undefined).map(({ when }) => when.toLowerCase());
  return [
    needs,
    ...against.flatMap(({ when, text }) => (text === undefined ? [] : [`${when}: ${text}`])),
    ...(free.length > 0 ? [`Nothing would speak against ${free.join(" or ")}.`] : []),
  ];
}
