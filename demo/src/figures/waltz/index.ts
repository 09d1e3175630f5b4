import type { Program } from "../draft.ts";
import { IN_AND_OUT } from "../holds.ts";
import { BASICS } from "./basics.ts";
import { PATTERNS } from "./patterns.ts";
import { TURNS } from "./turns.ts";

/** Travelling dancing in three, in phrases of eight bars. */
export const WALTZ: Program = {
  dance: {
    name: "Cross-step waltz",
    meter: 3,
    phraseBeats: 24,
    slowBeats: 2,
    quickBeats: 1,
    slowestBpm: 96,
    fastestBpm: 126,
    freeTimed: false,
    countFrom: 1,
    swung: false,
    alone: false,
    holds: [...IN_AND_OUT],
    ownElements: [],
    music: "A clear, unhurried three; songs that breathe",
  },
  figures: [...BASICS, ...PATTERNS, ...TURNS],
  levels: [
    {
      name: "Waltz 1",
      aim: "travel the room in the cross-step basic and turn once",
      mostNew: 3,
      figures: [
        "Basic with closed feet",
        "Cross-step basic",
        "Walking basic",
        "Hesitation",
        "Side-by-side walk",
        "Vine",
        "Drift apart",
        "Heads last",
        "Walk in your own time",
        "Hear the three",
      ],
    },
    {
      name: "Waltz 2",
      aim: "link turns on both sides without losing the line",
      mostNew: 2,
      figures: [
        "Turning basic",
        "Passing doors",
        "Zigzag",
        "Vine, late behind",
        "Lantern turn",
        "Tide turn",
        "Shawl",
        "Sink and rise",
        "Wait for eight bars",
      ],
    },
    {
      name: "Waltz 3",
      aim: "dance a whole waltz, with one dip done safely",
      mostNew: 2,
      figures: ["Long lantern", "Two lanterns", "Walk, open and turn", "Window lean"],
    },
  ],
};
