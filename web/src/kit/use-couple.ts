import type { CoupleDance, CoupleInRow, CoupleVerdict, FigureInRow } from "@map-step/core/couple";
import { type Figure, stepsOf } from "@map-step/core/notation";
import { useQuery } from "@tanstack/react-query";
import { ask } from "../workers/ask.ts";
import type { CouplesAnswer, CouplesQuestion } from "../workers/couple.worker.ts";
import type { CoupleRowAnswer, CoupleRowQuestion } from "../workers/couple-row.worker.ts";

const openWorker = () =>
  new Worker(new URL("../workers/couple.worker.ts", import.meta.url), { type: "module" });

const openRowWorker = () =>
  new Worker(new URL("../workers/couple-row.worker.ts", import.meta.url), { type: "module" });

/** Kept for as long as what it rests on stays the same. */
const KEPT = { staleTime: Number.POSITIVE_INFINITY, gcTime: 60 * 60_000, retry: false } as const;

/** What a verdict rests on, and nothing else. */
const danced = (figure: Figure) => [stepsOf(figure, "leader"), stepsOf(figure, "follower")];

/**
 * Whether step sizes keep the couples of figures together, worked out beside the page and kept for as long as steps and
 * holds stay the same: in their order, `null` where nothing can be said, `undefined` until it is known.
 */
export function useCouples(
  figures: readonly Figure[],
  { holds, coupleLimits }: CoupleDance,
): { readonly verdicts: CouplesAnswer | undefined; readonly failed: boolean } {
  const { data, isError } = useQuery({
    queryKey: ["couples", JSON.stringify([figures.map(danced), holds])],
    enabled: figures.some((figure) => danced(figure).every(({ length }) => length > 0)),
    ...KEPT,
    queryFn: ({ signal }) =>
      ask<CouplesQuestion, CouplesAnswer>(
        openWorker,
        { figures, dance: { holds, coupleLimits } },
        { signal },
      ),
  });
  return { verdicts: data, failed: isError };
}

/** Whether step sizes keep the couple of a figure together; see `useCouples`. */
export function useCouple(figure: Figure, dance: CoupleDance): CoupleVerdict | null | undefined {
  const { verdicts, failed } = useCouples([figure], dance);
  return failed ? null : verdicts?.[0];
}

/** A couple through figures one after the other, on one floor; `undefined` until it is known. */
export function useCoupleInRow(
  row: readonly FigureInRow[],
  { holds, coupleLimits }: CoupleDance,
): CoupleInRow | undefined {
  const rests = row.map(({ figure, from }) => [from, figure && danced(figure)]);
  const { data } = useQuery({
    queryKey: ["couples in a row", JSON.stringify([rests, holds, coupleLimits])],
    ...KEPT,
    queryFn: ({ signal }) =>
      ask<CoupleRowQuestion, CoupleRowAnswer>(
        openRowWorker,
        { row: row.map(({ figure, from }) => ({ figure, from })), dance: { holds, coupleLimits } },
        { signal },
      ),
  });
  return data;
}
