import type { FigureContent } from "@map-step/contract";

/** A figure as the demo writes it down; what it needs is given by name. */
export type FigureDraft = Omit<FigureContent, "danceId" | "needs" | "otherNames" | "cautions"> & {
  readonly needs?: readonly string[];
  readonly otherNames?: string[];
  readonly cautions?: string[];
};
