/// <reference lib="webworker" />
import type { DanceRecord, FigureRecord } from "@map-step/contract";
import { compareLibrary, type LikePair } from "@map-step/core/likeness";
import { stepsIn } from "../features/figures/steps.ts";
import { answerQuestions } from "./ask.ts";

export interface LikenessQuestion {
  readonly figures: readonly FigureRecord[];
  readonly dances: readonly DanceRecord[];
}
/** The pairs; on the way how far it has come, 0 to 1. */
export type LikenessAnswer = readonly LikePair[];
export type LikenessNews = number;

declare const self: DedicatedWorkerGlobalScope;

answerQuestions<LikenessQuestion, LikenessAnswer, LikenessNews>(self, ({ figures, dances }, tell) => {
  let before = 0;
  return dances.flatMap((dance) => {
    const own = figures.filter(({ danceId }) => danceId === dance.id);
    const known = own.flatMap((record) => {
      const figure = stepsIn(figures, dances, record);
      return figure ? [{ id: record.id, figure }] : [];
    });
    const found = compareLibrary(known, (done, all) =>
      tell((before + (done / Math.max(1, all)) * own.length) / figures.length),
    );
    before += own.length;
    return found;
  });
});
