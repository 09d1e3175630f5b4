import { SPIN_CARE } from "../care.ts";
import type { FigureDraft } from "../draft.ts";

/** Turns of the hustle program. */
export const TURNS: readonly FigureDraft[] = [
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
];
