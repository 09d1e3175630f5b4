/// <reference lib="webworker" />
import {
  type Finding,
  findingKey,
  type LevelPlan,
  type Remedy,
  remedyFor,
  returnFor,
} from "@map-step/core/plan";

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

export type RemedyAnswer = { readonly found: WayOut } | { readonly done: true };

self.onmessage = ({ data: { level, findings } }: MessageEvent<RemedyQuestion>) => {
  for (const finding of findings) {
    const remedy = remedyFor(level, finding);
    const returnWeek = finding.code === "fades" ? returnFor(level, finding) : null;
    const found: WayOut = { key: findingKey(finding), remedy, returnWeek };
    self.postMessage({ found } satisfies RemedyAnswer);
  }
  self.postMessage({ done: true } satisfies RemedyAnswer);
};
