import { counted, inWords } from "../words/index.ts";
import { checkPlan } from "./check.ts";
import { sizesOf, worseThan } from "./finding.ts";
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

/** What would be found, and is not found now or is less now, with the figure new in another week. */
function newFindings(level: LevelPlan, figureId: string, week: number): string[] {
  const before = sizesOf(checkPlan(level));
  const moved = { ...level, placements: place(level.placements, figureId, week) };
  return worseThan(checkPlan(moved), before).map(({ text }) => text);
}

/**
 * Why a placed figure is new in its week: what it needs has been danced so often, and what would speak against
 * a week earlier.
 * @returns one sentence after the other; none for a figure without a week
 * @example
 * whyHere(LEVEL, "turn")
 * // ["Needs Basic, danced in 2 lessons by then.", "A week earlier: Turn turns in week 2, when Basic has been danced in 1 lesson; it settles after 2."]
 */
export function whyHere(level: LevelPlan, figureId: string): string[] {
  const week = weekByFigure(level.placements).get(figureId);
  if (week === undefined) return [];
  const needs = needsText(level, figureId, week);
  if (week === 1) return [needs];
  const [against] = newFindings(level, figureId, week - 1);
  return [
    needs,
    against ? `A week earlier: ${against}` : "A week earlier nothing more would speak against it.",
  ];
}
