import type { Hold } from "@map-step/core/hold";
import { type Figure, stepsOf } from "@map-step/core/notation";
import { useQuery } from "@tanstack/react-query";
import { ask } from "../workers/ask.ts";
import type { CoupleAnswer, CoupleQuestion } from "../workers/couple.worker.ts";

const openWorker = () =>
  new Worker(new URL("../workers/couple.worker.ts", import.meta.url), { type: "module" });

const stepsOfBoth = (figure: Figure) => [stepsOf(figure, "leader"), stepsOf(figure, "follower")];

/**
 * Whether step sizes keep the couple of a figure together, worked out beside the page and kept for as long as steps and
 * holds stay the same. `null` where nothing can be said, `undefined` until it is known.
 */
export function useCouple(figure: Figure, holds: readonly Hold[]): CoupleAnswer | undefined {
  const [leader, follower] = stepsOfBoth(figure);
  const { data, isError } = useQuery({
    queryKey: ["couple", JSON.stringify([leader, follower, holds])],
    enabled: leader?.length !== 0 && follower?.length !== 0,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60 * 60_000,
    retry: false,
    queryFn: ({ signal }) => ask<CoupleQuestion, CoupleAnswer>(openWorker, { figure, holds }, { signal }),
  });
  return isError ? null : data;
}
