import { USUAL_HOLDS } from "@map-step/core/hold";
import type { Program } from "../draft.ts";
import { BASICS } from "./basics.ts";
import { DRILLS } from "./drills.ts";
import { PATTERNS } from "./patterns.ts";

/** Six-beat basics against phrases of eight. */
export const SHAG: Program = {
  dance: {
    name: "Collegiate shag",
    meter: 4,
    phraseBeats: 8,
    slowBeats: 2,
    quickBeats: 1,
    slowestBpm: 110,
    fastestBpm: 200,
    freeTimed: false,
    countFrom: 1,
    swung: false,
    alone: false,
    holds: [...USUAL_HOLDS],
    ownElements: [],
    music: "Fast swing with a light beat, 140 and more",
  },
  figures: [...BASICS, ...PATTERNS, ...DRILLS],
  levels: [
    {
      name: "Shag 1",
      aim: "hold the basic at full tempo and turn once in it",
      mostNew: 3,
      figures: [
        "Home six",
        "Touch six",
        "Travelling six",
        "Turning six",
        "Open out",
        "Come in",
        "Out and in",
        "Outside six",
        "Free foot, free mind",
        "Quiet top",
        "Six against eight",
        "Harbour line",
      ],
    },
    {
      name: "Shag 2",
      aim: "break away, come home, and play with the kicks",
      mostNew: 2,
      figures: [
        "Kick six",
        "Three-step six",
        "Follow-through",
        "Shoulder to shoulder",
        "Inside six",
        "Walk-around",
        "Stretch eight",
        "Knees and ankles",
        "Stop on the rock",
        "Sit and rise",
      ],
    },
  ],
};
