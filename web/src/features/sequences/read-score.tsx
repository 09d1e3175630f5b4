import type { SequenceContent } from "@map-step/contract";
import type { Ticks } from "@map-step/core/time";
import { Score } from "./score.tsx";
import { type ScoreView, useScoreView } from "./use-builder.ts";

interface Props {
  readonly content: SequenceContent;
  readonly library: ScoreView["library"];
  /** A moment to point at. */
  readonly at: Ticks | undefined;
}

/** A score that is only read. */
export const ReadScore = ({ content, library, at }: Props) => (
  <Score view={useScoreView(content, library)} at={at} />
);
