/** How well a student dances a figure, from least to most. */
export const MARKS = ["not-yet", "with-help", "alone", "dances-it"] as const;
/** One of `MARKS`. */
export type Mark = (typeof MARKS)[number];

/** How a mark is said. */
export const MARK_NAMES: Readonly<Record<Mark, string>> = {
  "not-yet": "not yet",
  "with-help": "with help",
  alone: "without help",
  "dances-it": "dances it",
};

/**
 * The place of a mark among them all, from 0.
 * @example
 * markRank("alone") // 2
 */
export const markRank = (mark: Mark): number => MARKS.indexOf(mark);
