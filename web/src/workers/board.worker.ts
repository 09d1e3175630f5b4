/// <reference lib="webworker" />
import { answerQuestions } from "./ask.ts";
import { answerBoard, type BoardAnswer, type BoardQuestion } from "./board.ts";

declare const self: DedicatedWorkerGlobalScope;

answerQuestions<BoardQuestion, BoardAnswer>(self, answerBoard);
