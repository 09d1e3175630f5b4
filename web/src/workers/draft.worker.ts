/// <reference lib="webworker" />
import {
  type Conflict,
  conflictOf,
  type Draft,
  type DraftOptions,
  draftOf,
  draftPlan,
  exactModel,
  type LevelPlan,
  placesOf,
  type Scored,
} from "@map-step/core/plan";
import loadHighs from "highs";
import wasm from "highs/runtime?url";
import { answerQuestions } from "./ask.ts";
import { type Proof, prove } from "./prove.ts";

export interface DraftQuestion {
  readonly level: LevelPlan;
  readonly options: DraftOptions;
  /** How long the best plan may be searched for. */
  readonly seconds: number;
}

/** A plan as soon as there is one, better ones as they come, and how good the best can be. */
export type DraftNews =
  | { readonly kind: "better"; readonly plan: Scored }
  | { readonly kind: "draft"; readonly draft: Draft; readonly conflict: Conflict | null }
  | { readonly kind: "bound"; readonly bound: number };

export interface DraftAnswer {
  readonly draft: Draft;
  readonly proof: Proof;
}

declare const self: DedicatedWorkerGlobalScope;

answerQuestions<DraftQuestion, DraftAnswer, DraftNews>(self, async ({ level, options, seconds }, tell) => {
  const draft = draftPlan(level, { ...options, onBetter: (plan) => tell({ kind: "better", plan }) });
  tell({ kind: "draft", draft, conflict: conflictOf(level, options) });
  const highs = await loadHighs({ locateFile: () => wasm });
  const model = exactModel(level, options);
  const proof = prove(
    highs,
    model,
    placesOf(model.problem, draft.placements),
    seconds,
    ({ better, bound }) => {
      if (better) tell({ kind: "better", plan: better });
      if (bound !== undefined) tell({ kind: "bound", bound });
    },
  );
  const places = placesOf(model.problem, proof.placements);
  return { draft: draftOf(model.problem, places, options), proof };
});
