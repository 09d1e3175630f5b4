import type { FigureDraft } from "../draft.ts";

/** Show moves of the hustle program. */
export const SHOWS: readonly FigureDraft[] = [
  {
    name: "Lean to the side",
    kind: "show",
    tier: 2,
    minutes: 12,
    needs: ["Frame and give", "Closed basic"],
    notation: `leader
1 L side long hold "closed" lead "wide base first, then offer the lean"
2 hold
3 R close
follower
1 R side
2 hold
3 L close
beats 3`,
    cues: ["The follower keeps their own weight until the base is there."],
    slips: ["Leaning from the waist and not from the ankle."],
    cautions: [
      "Ask first; either partner may decline, also in the middle.",
      "Learn it with a spotter beside the couple.",
      "The supporting back stays straight, knees bent; never hold by neck or wrist.",
      "Enough floor: two arms' lengths free all round.",
    ],
  },
  {
    name: "Low sway",
    kind: "show",
    tier: 2,
    minutes: 14,
    needs: ["Lean to the side"],
    notation: `leader
1 L side long hold "closed"
2 hold lead "lower with both knees"
3 R place small
4 L place
5 R close
6 L touch close
beats 6
follower mirror`,
    cues: ["Down slowly, up slowly, music or not."],
    slips: ["Lowering the partner faster than both can stop."],
    cautions: [
      "Ask first; either partner may decline, also in the middle.",
      "Only with a spotter until the teacher says otherwise.",
      "Stop at any pain in back, neck or knee.",
      "Nobody stands within two arms' lengths.",
    ],
  },
];
