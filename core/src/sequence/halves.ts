import { join, stateIn, stateOut } from "../figure/index.ts";
import { type Figure, holdsSaid, stepsOf, writtenRoles } from "../notation/index.ts";
import { beatsToTicks, type Dance, TICKS_PER_BEAT, ticksToBeats } from "../time/index.ts";
import type { SequenceFigure } from "./graph.ts";
import { partOfFigure } from "./part.ts";

/** A part of a figure, before or after a place at which it can be cut. */
export interface Half {
  readonly figureId: string;
  /** The first and the last count of it. */
  readonly counts: readonly [from: number, to: number];
  readonly figure: Figure;
}

/** First halves by second halves, and which can be danced one after the other. */
export interface Halves {
  readonly firsts: readonly Half[];
  readonly seconds: readonly Half[];
  /** By first half and second half: `null` for the two halves of one figure as it is, else whether they join. */
  readonly dances: readonly (readonly (boolean | null)[])[];
}

/**
 * The counts before which a figure can be cut: every role begins a step there, so none is under way, and the free feet
 * and, where any hold is said, the hold are known.
 * @returns counts from 2
 * @example
 * cutsOfFigure(BASIC, DANCE) // [2, 3, 4, 5, 6, 7, 8]
 */
export function cutsOfFigure(figure: Figure, dance: Pick<Dance, "holds">): number[] {
  const rows = writtenRoles(figure).map((role) => new Set(stepsOf(figure, role).map(({ onset }) => onset)));
  const saysHold = holdsSaid(figure).length > 0;
  const counts: number[] = [];
  for (let at = TICKS_PER_BEAT; at < figure.length; at += TICKS_PER_BEAT) {
    if (!rows.every((onsets) => onsets.has(at))) continue;
    const count = ticksToBeats(at) + 1;
    const first = partOfFigure(figure, 1, count - 1);
    const second = partOfFigure(figure, count, ticksToBeats(figure.length));
    if (!first || !second) continue;
    const [out, into] = [stateOut(first, dance), stateIn(second, dance)];
    const known = Object.values(out.free).every((foot) => foot !== null);
    if (known && (!saysHold || into.hold !== null)) counts.push(count);
  }
  return counts;
}

/**
 * The halves of figures, cut wherever they can be, and which first half goes on with which second half.
 * @param figures at most some dozen, so that the table can be read
 * @example
 * halves([{ id: "basic", figure: BASIC }], DANCE).firsts.length // 7
 */
export function halves(
  figures: readonly Omit<SequenceFigure, "sides">[],
  dance: Pick<Dance, "holds">,
): Halves {
  const cut = figures.flatMap(({ id, figure }) =>
    figure.free ? [] : cutsOfFigure(figure, dance).map((count) => ({ id, figure, count })),
  );
  const half = (figureId: string, figure: Figure, from: number, to: number): Half[] => {
    const part = partOfFigure(figure, from, to);
    return part ? [{ figureId, counts: [from, to], figure: part }] : [];
  };
  const firsts = cut.flatMap(({ id, figure, count }) => half(id, figure, 1, count - 1));
  const seconds = cut.flatMap(({ id, figure, count }) =>
    half(id, figure, count, Math.floor(figure.length / beatsToTicks(1))),
  );
  return {
    firsts,
    seconds,
    dances: firsts.map((one) =>
      seconds.map((other) =>
        one.figureId === other.figureId && one.counts[1] + 1 === other.counts[0]
          ? null
          : join(one.figure, other.figure, dance).fits,
      ),
    ),
  };
}
