import { LINE_32, SOLO } from "./alone.ts";
import { CROSS_BODY, SIDE_FOUR } from "./eight-counts.ts";
import { SIX_BEAT, SLOT } from "./six-beats.ts";
import { FREE_WALKING, WALK_AND_TURN, WALTZ_BOX } from "./travelling.ts";
import type { StarterSet } from "./types.ts";

export type { StarterFigure, StarterSet } from "./types.ts";

/** The shapes of dancing with which a new dance may begin, each with general figures. */
export const STARTER_SETS: readonly StarterSet[] = [
  SIX_BEAT,
  SLOT,
  CROSS_BODY,
  WALTZ_BOX,
  WALK_AND_TURN,
  SIDE_FOUR,
  LINE_32,
  FREE_WALKING,
  SOLO,
];
