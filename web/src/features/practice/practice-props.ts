import type { PracticeMeasure } from "@map-step/contract";
import type { Figure } from "@map-step/core/notation";
import type { Dance, Ticks } from "@map-step/core/time";
import type { ReactNode } from "react";
import type { DrillFigures } from "./deal.ts";
import type { Routine } from "./use-caller.ts";

/** What somebody practises, and what can be done with it. */
export interface PracticeProps {
  /** What is practised, by an id of its own. */
  readonly about: string;
  readonly name: string;
  readonly figure: Figure;
  readonly dance: Dance;
  /** The tempo to begin with, in beats per minute. */
  readonly bpm: number;
  /** Draws what is danced, with a moment pointed at; its ribbon where nothing is said. */
  readonly draw?: (at: Ticks | undefined) => ReactNode;
  /** A routine, which can be called. */
  readonly routine?: Routine;
  /** Figures that can be dealt. */
  readonly drill?: DrillFigures;
  /** Further ways to keep a result. */
  readonly keep?: (measure: PracticeMeasure) => ReactNode;
}
