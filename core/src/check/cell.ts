import { LAYERS, type Layer } from "../figure/index.ts";
import { daysBetween, type LocalDate, latestDay } from "../time/index.ts";
import { type Evidence, markAtLayer, type Standing, standing } from "./evidence.ts";
import { type Mark, markRank } from "./mark.ts";

/** What a dancer was seen to do with one figure. */
export interface FigureCell {
  readonly studentId: string;
  readonly figureId: string;
  /** At the layer that was asked for, or at the deepest that was seen. */
  readonly mark: Mark;
  /** Layers at which it was shown without help or better, and how many weeks ago each. */
  readonly reached: readonly { readonly layer: Layer; readonly weeksAgo: number }[];
  /** Weeks since any of it was seen. */
  readonly weeksAgo: number;
  /** Whether two people saw it differently on one day. */
  readonly differs: boolean;
  /** Ids of the entries that it rests on. */
  readonly from: readonly string[];
}

const depth = ({ layer }: Standing): number => LAYERS.indexOf(layer);

/**
 * What dancers were seen to do with figures, one entry for each dancer and figure of which anything was seen. Who
 * dances both roles counts by the better one.
 * @param layer at which the mark is told; the deepest that was seen where nothing is known there
 * @example
 * cellsOf(EVIDENCE, "partner", "2027-03-01").map(({ mark }) => mark) // ["alone", "with-help"]
 */
export function cellsOf(evidence: readonly Evidence[], layer: Layer, at: LocalDate): FigureCell[] {
  const cells = new Map<string, Standing[]>();
  for (const one of standing(evidence, at)) {
    const key = `${one.studentId} ${one.figureId}`;
    cells.set(key, [...(cells.get(key) ?? []), one]);
  }
  return [...cells.values()].flatMap((own): FigureCell[] => {
    const deepest = own.toSorted((a, b) => depth(b) - depth(a))[0];
    if (!deepest) return [];
    const weeksAgo = (since: LocalDate) => Math.max(0, daysBetween(since, at) / 7);
    const shown = own.filter(({ mark }) => markRank(mark) >= markRank("alone"));
    const reached = LAYERS.flatMap((one) => {
      const last = latestDay(shown.filter((entry) => entry.layer === one).map((entry) => entry.at));
      return last === undefined ? [] : [{ layer: one, weeksAgo: weeksAgo(last) }];
    });
    return [
      {
        studentId: deepest.studentId,
        figureId: deepest.figureId,
        reached,
        mark: markAtLayer(own, layer) ?? deepest.mark,
        weeksAgo: Math.min(...own.map((one) => weeksAgo(one.at))),
        differs: own.some(({ differs }) => differs),
        from: own.flatMap(({ from }) => from),
      },
    ];
  });
}
