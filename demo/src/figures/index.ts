import { BASICS } from "./basics.ts";
import type { FigureDraft } from "./draft.ts";
import { DRILLS } from "./drills.ts";
import { PATTERNS } from "./patterns.ts";
import { SHOWS } from "./shows.ts";
import { TURNS } from "./turns.ts";

/** All figures of the hustle program. */
export const HUSTLE_FIGURES: readonly FigureDraft[] = [...BASICS, ...PATTERNS, ...TURNS, ...DRILLS, ...SHOWS];

/** Figures of each level, in the order in which a director would list them. */
export const LEVEL_FIGURES = {
  first: [
    "Foundation step",
    "Side basic",
    "Back-and-forward",
    "Closed basic",
    "Side pass",
    "Hook turn-away",
    "Window",
    "Two-hand wrap",
    "Underarm turn",
    "Inside turn",
    "Frame and give",
    "Spotting for turns",
    "Hear the phrase",
  ],
  second: [
    "Wrap, walk out",
    "Cross-body pass",
    "Shadow walk",
    "Shoulder slide",
    "Free spin",
    "Turn and a half",
    "Both turn",
    "Rolling through the foot",
    "Stop on the eight",
    "Lean to the side",
    "Low sway",
  ],
} as const;
