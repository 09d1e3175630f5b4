/// <reference lib="webworker" />
import loadHighs from "highs";
import wasm from "highs/runtime?url";
import { answerQuestions } from "./ask.ts";
import { type FoundRoutines, findRoutines, type RoutineQuestion } from "./find-routines.ts";

declare const self: DedicatedWorkerGlobalScope;

answerQuestions<RoutineQuestion, FoundRoutines, FoundRoutines>(self, async (question, tell) =>
  findRoutines(await loadHighs({ locateFile: () => wasm }), question, tell),
);
