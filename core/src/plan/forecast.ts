import { type Exposure, fitScale, LEAST_RECALL, type Observation, recallAt } from "./fading.ts";
import { layOut } from "./layout.ts";
import { type LevelPlan, weekCapacities, weeksOf } from "./level.ts";

/** What is known of a running section's memory. */
export interface SectionMemory {
  readonly observations: readonly Observation[];
}

/** What will be left of each figure; always an estimate. */
export interface Fading {
  /** The week of the check, or the last one. */
  readonly checkWeek: number;
  /** Placed figures, those of which least is left at the check first. */
  readonly figures: readonly {
    readonly figureId: string;
    /** By week, from the first: 0 to 1, and 0 before the figure is new. */
    readonly recall: readonly number[];
  }[];
  /** By week: what is left on average of all that was begun. */
  readonly mean: readonly number[];
  /** By week: figures due to come back that the plan does not dance there. */
  readonly due: readonly (readonly string[])[];
  /** How much longer or shorter than the defaults the section remembers; null while there are too few marks. */
  readonly scale: number | null;
}

/**
 * On which nights each figure was danced by the log of a lesson, or will be by the plan.
 * @example
 * exposuresOf(LEVEL).get("basic").map(({ week }) => week) // [1, 2, 3, 5]
 */
export const exposuresOf = (level: LevelPlan): ReadonlyMap<string, readonly Exposure[]> =>
  layOut(level).exposures;

/**
 * Recall of every placed figure in every week, and what is due when; with a section's marks by its own memory.
 * @example
 * fading(LEVEL).checkWeek // 6
 */
export function fading(level: LevelPlan, section: SectionMemory = { observations: [] }): Fading {
  const capacities = weekCapacities(level);
  const scale = fitScale(section.observations);
  const weeks = weeksOf(level.rules);
  const checkWeek = capacities.find(({ special }) => special?.kind === "check")?.week ?? level.rules.weeks;
  const figures = [...exposuresOf(level)].flatMap(([figureId, exposures]) =>
    exposures.length === 0
      ? []
      : [{ figureId, exposures, recall: weeks.map((week) => recallAt(exposures, week, scale ?? 1)) }],
  );
  const at = (recall: readonly number[], week: number): number => recall[week - 1] ?? 0;
  const mean = weeks.map((week) => {
    const begun = figures.filter(({ recall }) => at(recall, week) > 0);
    return begun.reduce((sum, { recall }) => sum + at(recall, week), 0) / Math.max(1, begun.length);
  });
  const due = weeks.map((week) =>
    figures.flatMap(({ figureId, recall, exposures }) => {
      const danced = exposures.some((one) => one.week === week);
      const left = at(recall, week);
      return !danced && left > 0 && left < LEAST_RECALL ? [figureId] : [];
    }),
  );
  return {
    checkWeek,
    figures: figures
      .map(({ figureId, recall }) => ({ figureId, recall }))
      .sort((a, b) => at(a.recall, checkWeek) - at(b.recall, checkWeek)),
    mean,
    due,
    scale,
  };
}
