import type { DanceRecord, FigureRecord } from "@map-step/contract";
import type { LikePair } from "@map-step/core/likeness";
import { useQuery } from "@tanstack/react-query";
import { ask } from "../../workers/ask.ts";
import type { LikenessAnswer, LikenessNews, LikenessQuestion } from "../../workers/likeness.worker.ts";
import { useDances, useFigures } from "./library.ts";

const openWorker = () =>
  new Worker(new URL("../../workers/likeness.worker.ts", import.meta.url), { type: "module" });

/** Changes whenever steps do, and with nothing else. */
const keyOf = (figures: readonly FigureRecord[], dances: readonly DanceRecord[]): string =>
  [
    ...figures.map(({ id, version }) => `${id}.${version}`).sort(),
    ...dances.map(({ id, version }) => `${id}.${version}`).sort(),
  ].join(" ");

interface Likeness {
  readonly pairs: readonly LikePair[] | undefined;
  readonly failed: boolean;
}

/**
 * What the figures of a dance have in common, worked out beside the page and kept until one changes. `onProgress` hears
 * how much of it is done, from 0 to 1; a page that does not show it is not drawn anew for it.
 */
export function useLikeness(danceId: string | undefined, onProgress?: (done: number) => void): Likeness {
  const { data: figures } = useFigures(danceId);
  const { data: dances } = useDances();
  const { data, isError } = useQuery({
    queryKey: ["likeness", figures && dances ? keyOf(figures, dances) : ""],
    enabled: figures !== undefined && dances !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60 * 60_000,
    retry: false,
    queryFn: ({ signal }) => {
      const question: LikenessQuestion = { figures: figures ?? [], dances: dances ?? [] };
      return ask<LikenessQuestion, LikenessAnswer, LikenessNews>(openWorker, question, {
        ...(onProgress ? { onNews: onProgress } : {}),
        signal,
      });
    },
  });
  return { pairs: data, failed: isError };
}
