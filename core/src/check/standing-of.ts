import { type Mark, markRank } from "./mark.ts";

/** What one student showed of one figure. */
export interface FigureMark {
  readonly studentId: string;
  readonly figureId: string;
  readonly mark: Mark;
}

/** A student over all figures of a course, by what they showed. */
export interface StudentStanding {
  readonly studentId: string;
  /** Figures danced without help or better. */
  readonly has: readonly string[];
  /** Figures marked below that, lowest first. */
  readonly missing: readonly string[];
  /** Figures without a mark. */
  readonly unseen: readonly string[];
}

const ENOUGH = markRank("alone");

/**
 * Where a student stands over the figures of a course, and what is still missing.
 * @example
 * standingOf("ana", ["basic", "turn"], [{ studentId: "ana", figureId: "basic", mark: "alone" }]).unseen
 * // ["turn"]
 */
export function standingOf(
  studentId: string,
  figureIds: readonly string[],
  marks: readonly FigureMark[],
): StudentStanding {
  const own = new Map(
    marks.filter((mark) => mark.studentId === studentId).map(({ figureId, mark }) => [figureId, mark]),
  );
  const rankOf = (id: string): number => {
    const mark = own.get(id);
    return mark === undefined ? -1 : markRank(mark);
  };
  return {
    studentId,
    has: figureIds.filter((id) => rankOf(id) >= ENOUGH),
    missing: figureIds
      .filter((id) => rankOf(id) >= 0 && rankOf(id) < ENOUGH)
      .sort((a, b) => rankOf(a) - rankOf(b)),
    unseen: figureIds.filter((id) => rankOf(id) < 0),
  };
}

/**
 * How many students have a figure, of those marked on it.
 * @example
 * shareOf("ana", ["basic", "turn"], [{ studentId: "ana", figureId: "basic", mark: "alone" }])
 * // { have: 0, marked: 0 }
 */
export function shareOf(
  figureId: string,
  marks: readonly FigureMark[],
): { readonly have: number; readonly marked: number } {
  const own = marks.filter((mark) => mark.figureId === figureId);
  return { have: own.filter(({ mark }) => markRank(mark) >= ENOUGH).length, marked: own.length };
}
