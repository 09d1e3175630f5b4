import { SPIN_CARE } from "../care.ts";
import type { FigureDraft } from "../draft.ts";

/** Patterns and turns of the collegiate shag program. */
export const PATTERNS: readonly FigureDraft[] = [
  {
    name: "Open out",
    kind: "pattern",
    tier: 1,
    minutes: 9,
    needs: ["Home six"],
    notation: `leader
1 L side hold "closed" lead "right hand lets the follower out on 3"
3 R back hold "open one-hand"
5 L back
6 R replace
follower
1 R side
3 L back
5 R back
6 L replace
beats 6`,
    cues: ["Closed on the first slow, open on the second."],
    slips: ["Throwing the follower out."],
    cautions: ["No pulling at the far end; the elbows stay bent."],
  },
  {
    name: "Come in",
    kind: "pattern",
    tier: 1,
    minutes: 8,
    needs: ["Open out"],
    notation: `leader
1 L forward hold "open one-hand" lead "left hand to the own hip"
3 R forward hold "closed"
5 L back
6 R replace
follower
1 R forward
3 L forward
5 R back
6 L replace
beats 6`,
    cues: ["Two slows home, and rock."],
    slips: ["Meeting with the arms before the feet are there."],
  },
  {
    name: "Out and in",
    kind: "pattern",
    tier: 1,
    minutes: 5,
    needs: ["Open out", "Come in"],
    notation: `use "Open out"
use "Come in"`,
    cues: ["Twelve counts that you know already."],
    slips: ["A gap between the two."],
  },
  {
    name: "Follow-through",
    kind: "pattern",
    tier: 2,
    minutes: 12,
    needs: ["Open out"],
    notation: `leader
1 L side hold "open one-hand" lead "left hand across at hip height"
3 R forward turn R 1/4
5 L side turn R 1/4
6 R close
follower
1 R forward
3 L forward turn L 1/4
5 R side turn L 1/4
6 L close
beats 6`,
    cues: ["Change places on the slows, settle on the quicks."],
    slips: ["The leader stays in the road."],
  },
  {
    name: "Shoulder to shoulder",
    kind: "pattern",
    tier: 2,
    minutes: 11,
    needs: ["Kick six"],
    notation: `leader
1 L side turn L 1/8 hold "open two-hand"
2 R kick forward
3 R side turn R 1/4
4 L kick forward
5 L back turn L 1/8
6 R replace
follower mirror`,
    cues: ["Look over one shoulder, then over the other."],
    slips: ["Turning the feet and not the ribs."],
    cautions: ["Kick low and past each other, never towards a shin."],
  },
  {
    name: "Walk-around",
    kind: "pattern",
    tier: 3,
    minutes: 11,
    needs: ["Turning six", "Follow-through"],
    notation: `leader
1 L forward turn L 1/4 hold "open one-hand"
3 R forward turn L 1/4
5 L forward turn L 1/4
6 R forward turn L 1/4
follower
1 R forward turn L 1/4
3 L forward turn L 1/4
5 R forward turn L 1/4
6 L forward turn L 1/4
beats 6`,
    cues: ["Two cogs: all the way round and home."],
    slips: ["Making the circle larger with each step."],
  },
  {
    name: "Outside six",
    kind: "turn",
    tier: 1,
    minutes: 11,
    needs: ["Open out"],
    helps: ["Free foot, free mind"],
    notation: `leader
1 L side hold "open one-hand" lead "left hand up on 3"
3 R side
5 L back
6 R replace
follower
1 R side
3 L forward turn R 1/2
5 R back turn R 1/2
6 L replace
beats 6`,
    cues: ["Turn on the second slow and land on the quicks."],
    slips: ["Turning on one foot for the whole slow."],
    cautions: SPIN_CARE,
  },
  {
    name: "Inside six",
    kind: "turn",
    tier: 2,
    minutes: 11,
    needs: ["Outside six"],
    notation: `leader
1 L side hold "open one-hand" lead "left hand across on 1"
3 R side
5 L back
6 R replace
follower
1 R side
3 L forward turn L 1/2
5 R back turn L 1/2
6 L replace
beats 6`,
    cues: ["In front of the nose, then over."],
    slips: ["Ducking under a hand that is high enough."],
    cautions: SPIN_CARE,
  },
  {
    name: "Once and a half",
    kind: "turn",
    tier: 3,
    minutes: 13,
    needs: ["Outside six", "Walk-around"],
    notation: `leader
1 L side hold "open one-hand" lead "left hand up on 1"
3 R side turn R 1/4
5 L back turn R 1/4
6 R replace
follower
1 R forward turn R 1/2
3 L back turn R 1/2
5 R forward turn R 1/2
6 L back
beats 6`,
    cues: ["Half, half, half: one on every step."],
    slips: ["Trying to do it in the first slow."],
    cautions: SPIN_CARE,
  },
];
