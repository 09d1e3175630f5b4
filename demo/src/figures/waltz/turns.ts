import { CLOSE_CARE, SPIN_CARE } from "../care.ts";
import type { FigureDraft } from "../draft.ts";

const LEADER = `leader
1 R cross-front hold "open one-hand"`;

/** Turns, drills and show moves of the cross-step waltz program. */
export const TURNS: readonly FigureDraft[] = [
  {
    name: "Lantern turn",
    kind: "turn",
    tier: 2,
    minutes: 13,
    needs: ["Cross-step basic"],
    helps: ["Heads last"],
    notation: `${LEADER} lead "left hand up on 3"
2 L side
3 R replace
4 L cross-front
5 R side
6 L replace
follower
1 L cross-front
2 R side
3 L replace
4 R forward turn R 1/4
5 L side turn R 1/2
6 R close turn R 1/4
beats 6`,
    cues: ["Hold the lantern up; it does not stir."],
    slips: ["Turning on 3 already."],
    cautions: SPIN_CARE,
  },
  {
    name: "Tide turn",
    kind: "turn",
    tier: 2,
    minutes: 13,
    needs: ["Cross-step basic"],
    helps: ["Heads last"],
    notation: `${LEADER} lead "left hand across the face line on 3"
2 L side
3 R replace
4 L cross-front
5 R side
6 L replace
follower
1 L cross-front
2 R side
3 L replace
4 R forward turn L 1/2
5 L back turn L 1/4
6 R close turn L 1/4
beats 6`,
    cues: ["The tide comes in: towards the leader, and round."],
    slips: ["The hand drops before the turn is over."],
    cautions: SPIN_CARE,
  },
  {
    name: "Long lantern",
    otherNames: ["one and a half"],
    kind: "turn",
    tier: 3,
    minutes: 14,
    needs: ["Lantern turn", "Heads last"],
    notation: `${LEADER} lead "left hand up on 1, small circle"
2 L side turn R 1/4
3 R replace turn R 1/4
4 L cross-front
5 R side
6 L replace
follower
1 L cross-front
2 R forward turn R 1/2
3 L back turn R 1/2
4 R forward turn R 1/4
5 L side turn R 1/4
6 R close
beats 6`,
    cues: ["One and a half in five steps: small feet."],
    slips: ["Counting turns instead of beats."],
    cautions: SPIN_CARE,
    teachers: ["Maro Quillfeather", "Ilse Tarnbrook"],
  },
  {
    name: "Two lanterns",
    kind: "turn",
    tier: 3,
    minutes: 12,
    needs: ["Lantern turn", "Tide turn"],
    notation: `leader
1 R cross-front hold "open one-hand" lead "let go on 3"
2 L side
3 R replace hold "no hold"
4 L forward turn L 1/2
5 R back turn L 1/2
6 L close hold "open one-hand"
follower
1 L cross-front
2 R side
3 L replace
4 R forward turn R 1/2
5 L back turn R 1/2
6 R close
beats 6`,
    cues: ["Each your own lantern; look for the hand at 6."],
    slips: ["Travelling towards the partner."],
    cautions: SPIN_CARE,
  },
  {
    name: "Heads last",
    kind: "technique",
    tier: 1,
    minutes: 7,
    notation: "",
    cues: ["The eyes leave last and arrive first."],
    slips: ["Throwing the head back."],
    cautions: ["Few at a time, both ways; stop at dizziness."],
  },
  {
    name: "Walk in your own time",
    kind: "technique",
    tier: 1,
    minutes: 6,
    notation: `solo
1 R forward
2 L forward
3 R forward
4 L close
free`,
    cues: ["Until the whole foot has arrived, nothing moves."],
    slips: ["Falling from foot to foot."],
  },
  {
    name: "Sink and rise",
    kind: "technique",
    tier: 2,
    minutes: 8,
    needs: ["Cross-step basic"],
    notation: "",
    cues: ["Down into 1, up through 2, over 3."],
    slips: ["Bouncing on every beat."],
  },
  {
    name: "Hear the three",
    kind: "musicality",
    tier: 1,
    minutes: 6,
    notation: "",
    cues: ["Clap the one, breathe the two and three."],
    slips: ["Starting on a two."],
  },
  {
    name: "Wait for eight bars",
    kind: "musicality",
    tier: 2,
    minutes: 6,
    needs: ["Hear the three", "Hesitation"],
    notation: "",
    cues: ["Eight bars are four basics: keep the hesitation for the last."],
    slips: ["Hesitating wherever one is tired."],
  },
  {
    name: "Window lean",
    kind: "show",
    tier: 3,
    minutes: 12,
    needs: ["Shawl", "Sink and rise"],
    notation: `leader
1 R side long hold "open two-hand" lead "base first, then the shoulder line"
2 L touch close hold "shadow"
3 hold
4 L side hold "open two-hand"
5 R touch close
6 hold
follower
1 L side turn L 1/2
2 R point side
3 hold
4 R side turn R 1/2
5 L touch close
6 hold
beats 6`,
    cues: ["The follower keeps their own weight; the leader is the wall."],
    slips: ["Leaning on the arm and not on the own foot."],
    cautions: [
      "Ask first; either partner may decline, at any moment.",
      "Flat and free floor, a spotter beside each couple the first evenings.",
      "No hand on neck or throat; stop at any pain in the back.",
      ...CLOSE_CARE,
    ],
    teachers: ["Maro Quillfeather"],
  },
];
