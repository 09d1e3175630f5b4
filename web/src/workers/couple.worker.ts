/// <reference lib="webworker" />
import { COUPLE_LIMITS, type CoupleVerdict, coupleOf } from "@map-step/core/couple";
import type { Hold } from "@map-step/core/hold";
import type { Figure } from "@map-step/core/notation";
import loadHighs from "highs";
import wasm from "highs/runtime?url";
import { answerQuestions } from "./ask.ts";
import { couplesWith } from "./solve-couple.ts";

export interface CoupleQuestion {
  readonly figure: Figure;
  readonly holds: readonly Hold[];
}
export type CoupleAnswer = CoupleVerdict | null;

declare const self: DedicatedWorkerGlobalScope;

answerQuestions<CoupleQuestion, CoupleAnswer>(self, async ({ figure, holds }) =>
  coupleOf(figure, { holds }, couplesWith(await loadHighs({ locateFile: () => wasm })), COUPLE_LIMITS),
);
