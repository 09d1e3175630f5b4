import type { FigureDraft } from "../draft.ts";

/** Drills, a solo line and show moves of the collegiate shag program. */
export const DRILLS: readonly FigureDraft[] = [
  {
    name: "Free foot, free mind",
    kind: "technique",
    tier: 1,
    minutes: 6,
    notation: `solo
1 L side
2 R tap close
3 R side
4 L tap close
free`,
    cues: ["Say which foot is free before you move it."],
    slips: ["Both feet carry, so neither is free."],
  },
  {
    name: "Quiet top",
    kind: "technique",
    tier: 1,
    minutes: 7,
    notation: "",
    cues: ["Busy feet, a glass of water on the head."],
    slips: ["Shoulders hop along."],
  },
  {
    name: "Knees and ankles",
    kind: "technique",
    tier: 2,
    minutes: 7,
    needs: ["Home six"],
    notation: "",
    cues: ["The floor is warm: touch it softly."],
    slips: ["Landing with straight knees."],
    cautions: ["Stop at any pain in knee or shin."],
  },
  {
    name: "Six against eight",
    kind: "musicality",
    tier: 1,
    minutes: 7,
    needs: ["Home six"],
    notation: `use "Home six"
use "Home six"
use "Home six"
use "Home six"`,
    cues: ["Four home sixes are three phrases: there both begin together again."],
    slips: ["Expecting the phrase after three."],
  },
  {
    name: "Stop on the rock",
    kind: "musicality",
    tier: 2,
    minutes: 6,
    needs: ["Six against eight"],
    notation: "",
    cues: ["Hold the quicks when the band does."],
    slips: ["Holding with the breath."],
  },
  {
    name: "Harbour line",
    kind: "pattern",
    tier: 1,
    minutes: 12,
    notation: `solo
1 L side
2 R cross-behind
3 L side
4 R tap close
5 R side
6 L cross-behind
7 R side
8 L tap close
9 L forward
10 R kick forward
11 R back
12 L tap back
13 L forward turn L 1/4
14 R scuff forward
15 R side
16 L tap close`,
    cues: ["No partner, four walls: a quarter to the left each time through."],
    slips: ["Turning a quarter too early."],
  },
  {
    name: "Sit and rise",
    kind: "show",
    tier: 3,
    minutes: 10,
    needs: ["Follow-through", "Knees and ankles"],
    notation: `leader
1 L side hold "closed" lead "base first"
3 R side
5 L touch close
follower
1 R side
3 L side
5 R touch close
beats 6`,
    cues: ["The leader sits into the own knees; the follower sits on nothing."],
    slips: ["Taking the partner's weight before the base stands."],
    cautions: [
      "Ask first; either partner may decline, at any moment.",
      "Knees over toes; not on tired legs.",
      "A spotter beside each couple the first evenings, and floor enough.",
    ],
  },
];
