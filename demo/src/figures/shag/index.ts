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
  },
  figures: [...BASICS, ...PATTERNS, ...DRILLS],
  levels: [
    {
      name: "Shag 1",
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
