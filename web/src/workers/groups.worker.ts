/// <reference lib="webworker" />
import loadHighs from "highs";
import wasm from "highs/runtime?url";
import { answerQuestions } from "./ask.ts";
import { type GroupsAnswer, type GroupsQuestion, solveGroups } from "./solve-groups.ts";

declare const self: DedicatedWorkerGlobalScope;

answerQuestions<GroupsQuestion, GroupsAnswer>(self, async (question) =>
  solveGroups(await loadHighs({ locateFile: () => wasm }), question),
);
