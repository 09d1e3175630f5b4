import type { Program } from "../draft.ts";
import { IN_AND_OUT } from "../holds.ts";
import { BASICS } from "./basics.ts";
import { COMPOSED } from "./composed.ts";
import { DRILLS } from "./drills.ts";
import { PATTERNS } from "./patterns.ts";
import { SHOWS } from "./shows.ts";
import { TURNS } from "./turns.ts";

/** Three-beat basics with an `&`, against music in four. */
export const HUSTLE: Program = {
  dance: {
    name: "Hustle",
    meter: 4,
    phraseBeats: 8,
    slowBeats: 2,
    quickBeats: 1,
    slowestBpm: 96,
    fastestBpm: 124,
    freeTimed: false,
    countFrom: 1,
    swung: false,
    alone: false,
    holds: [
      ...IN_AND_OUT,
      {
        name: "wrapped, side by side",
        otherNames: ["wrapped", "cuddle"],
        hands: 2,
        close: true,
        facing: "beside",
        changesTo: [],
      },
    ],
    ownElements: [],
    music: "Disco and funk with a steady four, 100 to 120",
  },
  figures: [...BASICS, ...PATTERNS, ...TURNS, ...DRILLS, ...SHOWS, ...COMPOSED],
  levels: [
    {
      name: "Hustle 1",
      aim: "keep the basic and three turns with any partner at 110 beats a minute",
      mostNew: 3,
      figures: [
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
      weeks: {
        "Foundation step": 1,
        "Frame and give": 1,
        "Back-and-forward": 2,
        "Closed basic": 2,
        "Side basic": 3,
        "Side pass": 3,
        "Underarm turn": 4,
        "Spotting for turns": 4,
        Window: 5,
        "Hear the phrase": 5,
        "Inside turn": 6,
        "Hook turn-away": 7,
        "Two-hand wrap": 7,
      },
    },
    {
      name: "Hustle 2",
      aim: "lead and follow wraps and walk-outs through a whole song",
      mostNew: 2,
      figures: [
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
    },
  ],
};
