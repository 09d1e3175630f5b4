/// <reference lib="webworker" />
import { type CoupleDance, type CoupleVerdict, coupleOf } from "@map-step/core/couple";
import type { Figure } from "@map-step/core/notation";
import loadHighs from "highs";
import wasm from "highs/runtime?url";
import { answerQuestions } from "./ask.ts";
import { couplesWith } from "./solve-couple.ts";

export interface CouplesQuestion {
  readonly figures: readonly Figure[];
  readonly dance: CoupleDance;
}
/** The verdict of each figure, in their order. */
export type CouplesAnswer = readonly (CoupleVerdict | null)[];

declare const self: DedicatedWorkerGlobalScope;

answerQuestions<CouplesQuestion, CouplesAnswer>(self, async ({ figures, dance }) => {
  const solve = couplesWith(await loadHighs({ locateFile: () => wasm }));
  return figures.map((figure) => coupleOf(figure, dance, solve));
});
