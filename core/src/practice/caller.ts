import {
  type CalledFigure,
  callSheet,
  choiceItemsOf,
  type DancedFigure,
  type Picks,
  type SequenceItem,
} from "../sequence/index.ts";

/** A round that is called: where it begins in the music, and what is danced in it. */
export interface CalledRound {
  /** Beats from the first. */
  readonly from: number;
  readonly beats: number;
  readonly danced: readonly DancedFigure[];
  readonly calls: readonly CalledFigure[];
}

/** What a caller has to say at a moment. */
export interface CallerNow {
  /** What is danced; `null` before the first. */
  readonly now: CalledFigure | null;
  /** What comes after it, said already; `null` while it is not said yet. */
  readonly said: CalledFigure | null;
  /** Beats until it begins. */
  readonly in: number;
}

/**
 * Decides every choice with a draw: each of its ways is as likely as the others, and none of them as likely as one.
 * @param random a number of `[0, 1)` each time
 * @example
 * drawnPicks(SEQUENCE.items, () => 0) // {}
 */
export function drawnPicks(items: readonly SequenceItem[], random: () => number): Picks {
  return Object.fromEntries(
    choiceItemsOf(items).map(({ id, optional, ways }) => {
      const drawn = Math.floor(random() * (ways.length + (optional ? 1 : 0)));
      return [id, drawn < ways.length ? drawn : null];
    }),
  );
}

/**
 * A round as it is called.
 * @param from beats from the first beat of the music
 * @example
 * calledRound(roundOf(SEQUENCE.items, () => BASIC), 8, 16).from // 16
 */
export function calledRound(danced: readonly DancedFigure[], phraseBeats: number, from: number): CalledRound {
  const last = danced.at(-1);
  return {
    from,
    beats: last ? last.from + last.beats : 0,
    danced,
    calls: callSheet(danced, phraseBeats),
  };
}

/**
 * What is danced and what is said, the next figure so many beats before it begins.
 * @param rounds one after the other, as far as they are known
 * @param beat beats from the first; below 0 while it is counted in
 * @param ahead beats
 * @example
 * callerAt([calledRound(roundOf(SEQUENCE.items, () => BASIC), 8, 0)], -1, 4).said?.times // 2
 */
export function callerAt(rounds: readonly CalledRound[], beat: number, ahead: number): CallerNow {
  const all = rounds.flatMap(({ from, calls }) => calls.map((call) => ({ call, at: from + call.from })));
  const present = all.findLastIndex(({ at }) => at <= beat);
  const next = all[present + 1];
  const left = next ? next.at - beat : 0;
  return {
    now: all[present]?.call ?? null,
    said: next && left <= ahead ? next.call : null,
    in: Math.ceil(left),
  };
}
