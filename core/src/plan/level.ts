import type { FigureKind } from "../figure/index.ts";
import type { ApproachId } from "./approach.ts";

/** What the plan needs to know of a figure. */
export interface PlanFigure {
  readonly id: string;
  readonly name: string;
  readonly kind: FigureKind;
  /** Minutes to teach it on its first night, above 0. */
  readonly minutes: number;
  /** Ids of the figures that must come first. */
  readonly needs: readonly string[];
  readonly cautions: readonly string[];
}

/** A figure and the week, counted from 1, in which it is new. */
export interface Placement {
  readonly figureId: string;
  readonly week: number;
}

export interface LevelRules {
  readonly weeks: number;
  readonly lessonMinutes: number;
  readonly warmUpMinutes: number;
  readonly wrapMinutes: number;
  readonly mostNew: number;
  /** Lessons in which a basic must have been danced before a turn that needs it. */
  readonly settledLessons: number;
  readonly approachId: ApproachId;
}

/** A level with its plan: everything that the planner computes from. */
export interface LevelPlan {
  readonly rules: LevelRules;
  /** All figures chosen for the level, and those known from the levels before. */
  readonly figures: readonly PlanFigure[];
  /** Ids of figures that dancers bring along. */
  readonly known: readonly string[];
  readonly placements: readonly Placement[];
}

/** Minutes of a lesson that are left for figures. */
export const teachingMinutes = (rules: LevelRules): number =>
  Math.max(0, rules.lessonMinutes - rules.warmUpMinutes - rules.wrapMinutes);

/** Weeks 1 to the last. */
export const weeksOf = (rules: LevelRules): number[] =>
  Array.from({ length: rules.weeks }, (_, index) => index + 1);

/** Placements as a lookup from figure to week. */
export const weekByFigure = (placements: readonly Placement[]): ReadonlyMap<string, number> =>
  new Map(placements.map(({ figureId, week }) => [figureId, week]));

/** The placements with one figure put at a week, or taken out of the plan with `null`. */
export function place(placements: readonly Placement[], figureId: string, week: number | null): Placement[] {
  const others = placements.filter((placement) => placement.figureId !== figureId);
  return week === null ? others : [...others, { figureId, week }];
}
