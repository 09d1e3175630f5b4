/// <reference lib="webworker" />
import { type CoupleDance, type CoupleInRow, coupleInRow, type FigureInRow } from "@map-step/core/couple";
import loadHighs from "highs";
import wasm from "highs/runtime?url";
import { answerQuestions } from "./ask.ts";
import { couplesWith } from "./solve-couple.ts";

export interface CoupleRowQuestion {
  readonly row: readonly FigureInRow[];
  readonly dance: CoupleDance;
}
export type CoupleRowAnswer = CoupleInRow;

declare const self: DedicatedWorkerGlobalScope;

answerQuestions<CoupleRowQuestion, CoupleRowAnswer>(self, async ({ row, dance }) =>
  coupleInRow(row, dance, couplesWith(await loadHighs({ locateFile: () => wasm }))),
);
