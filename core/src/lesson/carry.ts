import type { Covered, Segment } from "./segment.ts";

export interface TaughtSegment extends Segment {
  /** `null` when nothing was marked. */
  readonly covered: Covered | null;
}

/**
 * What a taught lesson leaves for the next one: figures that were not reached keep their minutes, those done in
 * part keep half, rounded up. Anything not marked counts as not reached.
 */
export const carryOver = (segments: readonly TaughtSegment[]): Segment[] =>
  segments.flatMap(({ covered, ...segment }) =>
    segment.figureId === null || covered === "done"
      ? []
      : [
          {
            ...segment,
            kind: "carry-over" as const,
            minutes: covered === "part" ? Math.ceil(segment.minutes / 2) : segment.minutes,
          },
        ],
  );
