import { CLOSE_CARE } from "../care.ts";
import type { FigureDraft } from "../draft.ts";

/** Basics of the hustle program. */
export const BASICS: readonly FigureDraft[] = [
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
];
