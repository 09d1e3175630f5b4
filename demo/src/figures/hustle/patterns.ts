import { CLOSE_CARE } from "../care.ts";
import type { FigureDraft } from "../draft.ts";

/** Patterns of the hustle program. */
export const PATTERNS: readonly FigureDraft[] = [
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
2 L side
3 R place
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
& L side hold "open two-hand" lead "left hand over, right hand low"
1 R close hold "wrapped, side by side"
2 L forward lead "right hand opens on 2"
3 R forward
3& L back hold "open one-hand"
4 R place
5 L place
6 R close
follower
& R side turn L 1/4
1 L close turn L 1/4
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
& L side hold "open one-hand" lead "left hand across, and let the follower roll in"
1 R place hold "shadow" lead "right hand to the follower's right hip line"
2 L forward
3 R forward
3& L forward
4 R forward
5 L side
6 R close hold "open one-hand"
follower
& R side turn L 1/4
1 L place turn L 1/4
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
];
