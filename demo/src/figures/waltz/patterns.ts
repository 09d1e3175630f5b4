import { CLOSE_CARE } from "../care.ts";
import type { FigureDraft } from "../draft.ts";

/** Patterns of the cross-step waltz program. */
export const PATTERNS: readonly FigureDraft[] = [
  {
    name: "Vine",
    kind: "pattern",
    tier: 1,
    minutes: 11,
    needs: ["Cross-step basic"],
    notation: `leader
1 R cross-front hold "open two-hand"
2 L side
3 R cross-behind
4 L side
5 R cross-front
6 L side
follower
1 L cross-front
2 R side
3 L cross-behind
4 R side
5 L cross-front
6 R side
beats 6`,
    cues: ["Front, side, behind, side, front, side."],
    slips: ["Turning the shoulders with the feet."],
  },
  {
    name: "Vine, late behind",
    kind: "pattern",
    tier: 2,
    minutes: 8,
    needs: ["Vine"],
    notation: `leader
1 R cross-front hold "open two-hand"
2 L side
3 R cross-front
4 L side
5 R cross-behind
6 L side
follower
1 L cross-front
2 R side
3 L cross-front
4 R side
5 L cross-behind
6 R side
beats 6`,
    cues: ["Front twice, then behind: the only difference is on 3 and 5."],
    slips: ["Slipping back into the vine on 3."],
  },
  {
    name: "Zigzag",
    kind: "pattern",
    tier: 2,
    minutes: 12,
    needs: ["Walking basic"],
    notation: `leader
1 R diagonal-forward hold "closed"
2 L close
3 R place
4 L diagonal-forward
5 R close
6 L place
beats 6
follower mirror`,
    cues: ["Lay the line like a shoelace down the room."],
    slips: ["Turning with every diagonal."],
    cautions: CLOSE_CARE,
  },
  {
    name: "Passing doors",
    kind: "pattern",
    tier: 2,
    minutes: 13,
    needs: ["Cross-step basic", "Side-by-side walk"],
    notation: `leader
1 R cross-front hold "open one-hand" lead "left hand shows the way across"
2 L side
3 R replace
4 L forward turn R 1/4
5 R side turn R 1/4
6 L close
follower
1 L cross-front
2 R side
3 L replace
4 R forward turn L 1/4
5 L side turn L 1/4
6 R close
beats 6`,
    cues: ["The door opens on 4; walk through, do not push it."],
    slips: ["Both aim for the same door."],
  },
  {
    name: "Shawl",
    kind: "pattern",
    tier: 2,
    minutes: 14,
    needs: ["Passing doors"],
    helps: ["Lantern turn"],
    notation: `leader
1 R cross-front hold "open two-hand" lead "left hand over, right hand stays low"
2 L side
3 R replace hold "shadow"
4 L forward
5 R forward
6 L forward hold "open two-hand"
follower
1 L cross-front
2 R side turn L 1/4
3 L replace turn L 1/4
4 R forward
5 L forward turn R 1/4
6 R back turn R 1/4
beats 6`,
    cues: [
      { text: "Lay the shawl round, do not tie it.", school: "lead and follow first", house: true },
      { text: "Wind her in.", school: "the old hands", house: false },
    ],
    slips: ["The low hand climbs and locks the shoulder."],
    cautions: ["Arms stay in front of the shoulder line; let go when a hand comes behind it."],
  },
  {
    name: "Drift apart",
    kind: "pattern",
    tier: 1,
    minutes: 8,
    needs: ["Hesitation"],
    notation: `leader
1 R back hold "open two-hand"
2 L close
3 R place
4 L forward
5 R close
6 L place
beats 6
follower
1 L back
2 R close
3 L place
4 R forward
5 L close
6 R place`,
    cues: ["Both away, both home: the same foot words for both."],
    slips: ["Hanging on the hands at the far end."],
    cautions: ["No pulling: the hands end where the arms are still bent."],
  },
  {
    name: "Walk, open and turn",
    kind: "pattern",
    tier: 3,
    minutes: 9,
    needs: ["Side-by-side walk", "Lantern turn"],
    notation: `use "Side-by-side walk"
use "Lantern turn"
leader
7 R cross-front small cue "gather first"`,
    cues: ["Three things you know, in one breath."],
    slips: ["Hurrying the turn because something comes after it."],
  },
];
