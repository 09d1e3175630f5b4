/// <reference lib="webworker" />
import {
  type Finding,
  findingKey,
  type LevelPlan,
  type Remedy,
  remedyFor,
  returnFor,
} from "@map-step/core/plan";
import { answerQuestions } from "./ask.ts";

export interface RemedyQuestion {
  readonly level: LevelPlan;
  readonly findings: readonly Finding[];
}

/** What takes a finding away, by its key: a move, or one more return. */
export interface WayOut {
  readonly key: string;
  readonly remedy: Remedy | null;
  readonly returnWeek: number | null;
}

declare const self: DedicatedWorkerGlobalScope;

/** Tells each way out as it is found; the answer says how many findings were looked at. */
answerQuestions<RemedyQuestion, number, WayOut>(self, ({ level, findings }, tell) => {
  for (const finding of findings) {
    const remedy = remedyFor(level, finding);
    const returnWeek = finding.code === "fades" ? returnFor(level, finding) : null;
    tell({ key: findingKey(finding), remedy, returnWeek });
  }
  return findings.length;
});
