/// <reference lib="webworker" />
import type { DanceRecord, FigureRecord } from "@map-step/contract";
import { compareLibrary, type LikePair } from "@map-step/core/likeness";
import { stepsIn } from "../features/figures/steps.ts";

export interface LikenessQuestion {
  readonly figures: readonly FigureRecord[];
  readonly dances: readonly DanceRecord[];
}
/** How far it has come, 0 to 1, and at last the pairs. */
export type LikenessAnswer = { readonly progress: number } | { readonly pairs: readonly LikePair[] };

const answer = (message: LikenessAnswer) => self.postMessage(message);

self.onmessage = ({ data: { figures, dances } }: MessageEvent<LikenessQuestion>) => {
  let before = 0;
  const pairs = dances.flatMap((dance) => {
    const own = figures.filter(({ danceId }) => danceId === dance.id);
    const known = own.flatMap((record) => {
      const figure = stepsIn(figures, dances, record);
      return figure ? [{ id: record.id, figure }] : [];
    });
    const found = compareLibrary(known, (done, all) =>
      answer({ progress: (before + (done / Math.max(1, all)) * own.length) / figures.length }),
    );
    before += own.length;
    return found;
  });
  answer({ pairs });
};
