import type { FigureContent } from "@map-step/contract";

type Draft = Omit<FigureContent, "danceId" | "needs" | "otherNames" | "cautions"> & {
  readonly needs?: readonly string[];
  readonly otherNames?: string[];
  readonly cautions?: string[];
};

const SPIN_CARE = [
  "Warm up neck and ankles first; stop at dizziness.",
  "The raised hand is light: no gripping thumbs, no pulling on the arm.",
];
const CLOSE_CARE = ["Ask before a close hold; either partner may decline."];

/** The figures of the hustle program. Needs are given by name. */
export const HUSTLE_FIGURES: readonly Draft[] = [
  {
    name: "Foundation step",
    otherNames: ["home step"],
    kind: "basic",
    tier: 1,
    minutes: 16,
    notation: `leader
& L back hold "open two-hand"
1 R place
2 L forward
3 R forward
beats 3
follower mirror`,
    cues: ["And-one stays home, two-three travels.", "Small feet, quiet head."],
    slips: ["Rushing the & so that 1 comes early.", "Stepping back further than a shoe's length."],
  },
  {
    name: "Side basic",
    kind: "basic",
    tier: 1,
    minutes: 11,
    needs: ["Foundation step"],
    notation: `leader
& L side small hold "open two-hand"
1 R close
2 L side
3 R close
beats 3
follower mirror`,
    cues: ["Feet meet on 1 and on 3."],
    slips: ["Letting the shoulders swing with the side step."],
  },
  {
    name: "Back-and-forward",
    kind: "basic",
    tier: 1,
    minutes: 10,
    needs: ["Foundation step"],
    notation: `leader
& L back hold "open two-hand"
1 R back small
2 L place
3 R forward
beats 3
follower mirror`,
    cues: ["Breathe out of each other, then in again."],
    slips: ["Pulling on the hands instead of sending from the body."],
  },
  {
    name: "Closed basic",
    kind: "basic",
    tier: 1,
    minutes: 10,
    needs: ["Foundation step"],
    notation: `leader
& L side small hold "closed"
1 R place
2 L diagonal-forward turn L 1/8
3 R close turn L 1/8
beats 3
follower mirror`,
    cues: ["Quarter of a turn in every basic; four of them go once round."],
    slips: ["Looking down at the feet."],
    cautions: CLOSE_CARE,
  },
  {
    name: "Side pass",
    otherNames: ["slip-by"],
    kind: "pattern",
    tier: 1,
    minutes: 12,
    needs: ["Foundation step"],
    notation: `leader
& L back hold "open one-hand" lead "left hand low, open the door"
1 R side small
2 L forward turn L 1/4
3 R close turn L 1/4
follower
& R forward
1 L forward
2 R forward turn L 1/4
3 L back turn L 1/4
beats 3`,
    cues: ["Open the door on 1, close it on 3.", "Follower walks through, nobody is pulled."],
    slips: ["Leader stays in the follower's way.", "Follower turns before having passed."],
  },
  {
    name: "Hook turn-away",
    kind: "pattern",
    tier: 1,
    minutes: 12,
    needs: ["Side pass"],
    notation: `leader
& L back hold "open one-hand" lead "right hand to the follower's left shoulder blade"
1 R cross-behind
2 L side turn R 1/4
3 R close turn R 1/4
follower
& R forward
1 L forward
2 R side turn L 1/4
3 L close turn L 1/4
beats 3`,
    cues: ["Hook small, then unwind."],
    slips: ["Leader falls backwards out of a hook that is too big."],
  },
  {
    name: "Window",
    kind: "pattern",
    tier: 1,
    minutes: 14,
    needs: ["Side pass", "Underarm turn"],
    notation: `leader
& L back hold "open two-hand" lead "both hands up to a frame"
1 R place
2 L side
3 R close
3& L back hold "crossed hands"
4 R place
5 L forward
6 R close hold "open two-hand"
follower
& R forward
1 L forward
2 R forward turn R 1/2
3 L back
3& R back
4 L place
5 R forward turn L 1/2
6 L close
beats 6`,
    cues: ["Look at your partner through the frame on 3.", "Elbows below the chin."],
    slips: ["Hands too far apart, so the frame closes on the follower's head."],
    cautions: ["Arms stay in front of the shoulder line; let go when a hand comes behind it."],
  },
  {
    name: "Two-hand wrap",
    otherNames: ["cradle walk"],
    kind: "pattern",
    tier: 1,
    minutes: 13,
    needs: ["Side pass"],
    notation: `leader
& L back hold "open two-hand" lead "both hands low on 2, then lift the left"
1 R close
2 L side turn L 1/8
3 R place turn L 1/8
3& L side hold "wrapped, side by side"
4 R close
5 L forward
6 R close hold "open two-hand"
follower
& R forward
1 L forward
2 R forward turn L 1/4
3 L close turn L 1/4
3& R side
4 L close
5 R back turn R 1/4
6 L back turn R 1/4
beats 6`,
    cues: ["Left hand over, right hand stays on the hip line."],
    slips: ["Looking down at the hands on 4, so the frame drops."],
    cautions: ["No gripping thumbs; the wrap opens as soon as either partner resists."],
  },
  {
    name: "Wrap, walk out",
    kind: "pattern",
    tier: 2,
    minutes: 10,
    needs: ["Two-hand wrap"],
    notation: `leader
& L side hold "wrapped, side by side"
1 R close
2 L forward lead "right hand opens on 2"
3 R forward
3& L back hold "open one-hand"
4 R place
5 L forward
6 R close
follower
& R side
1 L close
2 R forward
3 L forward turn R 1/2
3& R back
4 L place
5 R forward
6 L close
beats 6`,
    cues: ["Walk as a pair until the hand opens."],
    slips: ["Leader opens the hand after 3; too late for the turn."],
  },
  {
    name: "Cross-body pass",
    kind: "pattern",
    tier: 2,
    minutes: 13,
    needs: ["Closed basic", "Side pass"],
    notation: `leader
& L back hold "closed" lead "turn the frame, then send"
1 R side turn L 1/4
2 L place turn L 1/4
3 R close
follower
& R forward
1 L forward
2 R forward turn L 1/4
3 L back turn L 1/4
beats 3`,
    cues: ["The leader clears the road on 1."],
    slips: ["Turning the arms and not the body."],
    cautions: CLOSE_CARE,
  },
  {
    name: "Shadow walk",
    kind: "pattern",
    tier: 2,
    minutes: 14,
    needs: ["Wrap, walk out"],
    notation: `leader
& L side hold "shadow" lead "right hand to the follower's right hip line"
1 R place
2 L forward
3 R forward
3& L forward
4 R forward
5 L side
6 R close hold "open one-hand"
follower
& R side
1 L place
2 R forward
3 L forward
3& R forward
4 L forward
5 R forward turn R 1/4
6 L back turn R 1/4
beats 6`,
    cues: ["Same foot rhythm, one shadow."],
    slips: ["Walking at different lengths of step."],
    cautions: CLOSE_CARE,
  },
  {
    name: "Shoulder slide",
    kind: "pattern",
    tier: 2,
    minutes: 12,
    needs: ["Side pass", "Hook turn-away"],
    notation: `leader
& L back hold "open two-hand"
1 R place
2 L forward turn R 1/4 lead "hands over both heads, then let go"
3 R close turn R 1/4 hold "open one-hand"
follower
& R forward
1 L forward
2 R forward turn L 1/4
3 L back turn L 1/4
beats 3`,
    cues: ["Hands slide down the arm and meet again."],
    slips: ["Elbows flying up."],
    cautions: ["Elbows low and close: hands pass over the head, not over the face."],
  },
  {
    name: "Underarm turn",
    kind: "turn",
    tier: 1,
    minutes: 12,
    needs: ["Side pass"],
    notation: `leader
& L back hold "open one-hand" lead "left hand up on 1, down on 3"
1 R side small
2 L forward turn L 1/4
3 R close turn L 1/4
follower
& R forward
1 L forward
2 R forward turn R 1/4
3 L back turn R 1/4
beats 3`,
    cues: ["Hand like a light bulb above the follower's forehead."],
    slips: ["Stirring the hand.", "Follower spots too late."],
    cautions: SPIN_CARE,
  },
  {
    name: "Inside turn",
    kind: "turn",
    tier: 1,
    minutes: 13,
    needs: ["Foundation step", "Side pass"],
    notation: `leader
& L back hold "open one-hand" lead "left hand crosses the follower's face line on 1"
1 R side small
2 L forward turn L 1/4
3 R close turn L 1/4
follower
& R forward
1 L forward turn L 1/4
2 R side turn L 1/4
3 L back
beats 3`,
    cues: ["In front of the nose, then up."],
    slips: ["Leading it with the arm when the body has stopped."],
    cautions: SPIN_CARE,
  },
  {
    name: "Free spin",
    kind: "turn",
    tier: 2,
    minutes: 11,
    needs: ["Underarm turn"],
    notation: `leader
& L back hold "open one-hand" lead "palm on 1, let go on 2"
1 R place
2 L forward hold "no hold"
3 R close
follower
& R forward
1 L forward
2 R place turn R 1/2
3 L place turn R 1/2
beats 3`,
    cues: ["Prepare, push the floor, arrive."],
    slips: ["Both arms fly; keep one in front of the body."],
    cautions: SPIN_CARE,
  },
  {
    name: "Turn and a half",
    otherNames: ["one and a half"],
    kind: "turn",
    tier: 2,
    minutes: 14,
    needs: ["Inside turn", "Spotting for turns"],
    notation: `leader
& L back hold "open one-hand" lead "left hand up, small circle"
1 R side small
2 L forward turn L 1/4
3 R close turn L 1/4
3& L back
4 R place
5 L side
6 R close
follower
& R forward
1 L forward turn L 1/4
2 R forward turn L 3/4
3 L back turn L 1/2
3& R back
4 L place
5 R side
6 L close
beats 6`,
    cues: ["Head first, then shoulders, then hips."],
    slips: ["Stepping wide on 2, so that the turn opens out."],
    cautions: SPIN_CARE,
  },
  {
    name: "Both turn",
    kind: "turn",
    tier: 2,
    minutes: 13,
    needs: ["Underarm turn", "Hook turn-away"],
    notation: `leader
& L back hold "open one-hand" lead "push off gently on 1"
1 R place
2 L forward turn L 1/2 hold "no hold"
3 R back turn L 1/2 hold "open one-hand"
follower
& R forward
1 L place
2 R forward turn R 1/2
3 L back turn R 1/2
beats 3`,
    cues: ["Turn your own turn and look for the hand."],
    slips: ["Travelling towards the partner while turning."],
    cautions: SPIN_CARE,
  },
  {
    name: "Frame and give",
    kind: "technique",
    tier: 1,
    minutes: 9,
    notation: "",
    cues: ["Hand to hand weighs what an apple weighs."],
    slips: ["Arms give where the body should."],
    cautions: ["No pulling on neck or shoulder."],
  },
  {
    name: "Spotting for turns",
    kind: "technique",
    tier: 1,
    minutes: 8,
    notation: "",
    cues: ["Eyes leave last and arrive first."],
    slips: ["Throwing the head back."],
    cautions: ["Few at a time, both ways; stop at dizziness."],
  },
  {
    name: "Rolling through the foot",
    kind: "technique",
    tier: 2,
    minutes: 8,
    needs: ["Foundation step"],
    notation: "",
    cues: ["Ball, then heel; the floor stays quiet."],
    slips: ["Flat feet on the &."],
  },
  {
    name: "Hear the phrase",
    kind: "musicality",
    tier: 1,
    minutes: 6,
    notation: "",
    cues: ["Four bars breathe in, four bars breathe out."],
    slips: ["Counting threes over the music's fours without ever meeting it."],
  },
  {
    name: "Stop on the eight",
    kind: "musicality",
    tier: 2,
    minutes: 7,
    needs: ["Hear the phrase"],
    notation: "",
    cues: ["Eight basics in threes meet the phrase again: stop there."],
    slips: ["Stopping with the arms only."],
  },
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
