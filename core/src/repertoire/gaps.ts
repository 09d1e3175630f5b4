import type { Tier } from "../time/index.ts";

/** What is looked at between levels. */
export interface ProgramFigure {
  readonly id: string;
  readonly tier: Tier;
  readonly needs: readonly string[];
}

/** A level of a program with the figures it teaches, the levels in the order in which dancers go through them. */
export interface ProgramLevel {
  readonly id: string;
  readonly figureIds: readonly string[];
  /** Ids of the levels that come before it, near and far. */
  readonly after: readonly string[];
}

/** Where the levels of a program do not meet. */
export interface ProgramGaps {
  /** A figure that a level teaches, and what it needs that neither it nor a level before it teaches. */
  readonly missing: readonly {
    readonly levelId: string;
    readonly figureId: string;
    readonly needsId: string;
  }[];
  /** Figures that no level teaches although the program goes as far as their tier. */
  readonly untaught: readonly string[];
  /** Figures that a level teaches as new although a level before it did. */
  readonly repeats: readonly {
    readonly figureId: string;
    readonly levelId: string;
    readonly beforeId: string;
  }[];
}

/**
 * Gaps and repeats between the levels of a dance.
 * @example
 * programGaps([], []) // { missing: [], untaught: [], repeats: [] }
 */
export function programGaps(levels: readonly ProgramLevel[], library: readonly ProgramFigure[]): ProgramGaps {
  const figures = new Map(library.map((figure) => [figure.id, figure]));
  const taughtIn = new Map(levels.map(({ id, figureIds }) => [id, new Set(figureIds)]));
  const taught = new Set(levels.flatMap(({ figureIds }) => figureIds));
  const highest = Math.max(0, ...[...taught].map((id) => figures.get(id)?.tier ?? 0));
  const missing = levels.flatMap(({ id: levelId, figureIds, after }) => {
    const known = new Set([levelId, ...after].flatMap((id) => [...(taughtIn.get(id) ?? [])]));
    return figureIds.flatMap((figureId) =>
      (figures.get(figureId)?.needs ?? [])
        .filter((needsId) => !known.has(needsId))
        .map((needsId) => ({ levelId, figureId, needsId })),
    );
  });
  const repeats = levels.flatMap(({ id: levelId, figureIds, after }) =>
    figureIds.flatMap((figureId) => {
      const beforeId = after.find((id) => taughtIn.get(id)?.has(figureId));
      return beforeId === undefined ? [] : [{ figureId, levelId, beforeId }];
    }),
  );
  return {
    missing,
    untaught: library.filter(({ id, tier }) => tier <= highest && !taught.has(id)).map(({ id }) => id),
    repeats,
  };
}
