import { CLOSE_CARE } from "../care.ts";
import type { FigureDraft } from "../draft.ts";

/** Basics and first walks of the cross-step waltz program. */
export const BASICS: readonly FigureDraft[] = [
  {
    name: "Cross-step basic",
    otherNames: [{ name: "front cross", usedBy: "the Tidewater evenings" }],
    kind: "basic",
    tier: 1,
    minutes: 15,
    notation: `leader
1 R cross-front hold "closed" lead "settle to the crossing side before 1"
2 L side
3 R replace
4 L cross-front
5 R side
6 L replace
follower
1 L cross-front
2 R side
3 L replace
4 R cross-front
5 L side
6 R replace
beats 6`,
    cues: [
      { text: "Cross, open, and back over it.", school: "steps first", house: true },
      { text: "Sink into the one, float through two and three.", school: "whole first", house: false },
      "Both cross on 1: the couple opens like a book.",
    ],
    slips: ["Crossing so far that the hips turn away.", "Making 2 as long as 1."],
    cautions: CLOSE_CARE,
  },
  {
    name: "Basic with closed feet",
    kind: "basic",
    tier: 1,
    minutes: 8,
    variantOf: "Cross-step basic",
    notation: `leader
1 R close hold "closed"
2 L side small
3 R replace
4 L close
5 R side small
6 L replace
follower
1 L close
2 R side small
3 L replace
4 R close
5 L side small
6 R replace
beats 6`,
    cues: ["The cross comes later: together, open, back."],
    slips: ["Changing weight twice on 1."],
    cautions: CLOSE_CARE,
  },
  {
    name: "Walking basic",
    kind: "basic",
    tier: 1,
    minutes: 9,
    notation: `leader
1 R forward hold "closed"
2 L forward small
3 R forward small
4 L forward
5 R forward small
6 L forward small
beats 6
follower mirror`,
    cues: ["One long, two short, on the line of dance."],
    slips: ["Leading with the arms and not from the centre."],
    cautions: CLOSE_CARE,
  },
  {
    name: "Hesitation",
    kind: "basic",
    tier: 1,
    minutes: 7,
    needs: ["Walking basic"],
    notation: `leader
1 R side hold "closed"
2 L touch close
3 hold
4 L side
5 R touch close
6 hold
beats 6
follower mirror`,
    cues: ["Step, draw, and wait for the music."],
    slips: ["Stepping onto the drawn foot, which ends the figure on the wrong one."],
    cautions: CLOSE_CARE,
  },
  {
    name: "Turning basic",
    otherNames: ["half round"],
    kind: "basic",
    tier: 2,
    minutes: 14,
    needs: ["Cross-step basic"],
    notation: `leader
1 R cross-front hold "closed"
2 L side turn R 1/4
3 R back turn R 1/4
4 L back
5 R side
6 L close
follower
1 L cross-front
2 R forward turn R 1/4
3 L forward turn R 1/4
4 R forward
5 L side
6 R close
beats 6`,
    cues: ["Half round each time: two of them, and you face the line of dance again."],
    slips: ["Stopping after one, with the back to the room."],
    cautions: [...CLOSE_CARE, "Look over the shoulder before turning into the lane."],
  },
  {
    name: "Side-by-side walk",
    kind: "pattern",
    tier: 1,
    minutes: 10,
    needs: ["Cross-step basic", "Walking basic"],
    notation: `leader
1 R cross-front turn L 1/4 hold "closed" lead "open the couple forward on 1"
2 L forward hold "side-by-side"
3 R forward
4 L forward
5 R forward
6 L close turn R 1/4 hold "closed"
follower
1 L cross-front turn R 1/4
2 R forward
3 L forward
4 R forward
5 L forward
6 R close turn L 1/4
beats 6`,
    cues: ["Open the book, walk three pages, close it."],
    slips: ["Walking away from each other instead of along the line."],
  },
];
