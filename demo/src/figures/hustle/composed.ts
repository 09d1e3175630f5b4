import { SPIN_CARE } from "../care.ts";
import type { FigureDraft } from "../draft.ts";

/** Figures of the hustle program that are made of others, or are another footwork of one. */
export const COMPOSED: readonly FigureDraft[] = [
  {
    name: "Turn and come home",
    kind: "pattern",
    tier: 1,
    minutes: 7,
    needs: ["Underarm turn", "Foundation step"],
    notation: `use "Underarm turn"
use "Foundation step"
leader
4   R place cue "here we are"`,
    cues: ["Turn, land, and the basic catches you."],
    slips: ["Stopping after the turn to look where the hands are."],
    cautions: SPIN_CARE,
  },
  {
    name: "Foundation, one step a beat",
    kind: "basic",
    tier: 1,
    minutes: 5,
    needs: ["Foundation step"],
    variantOf: "Foundation step",
    notation: `leader
1 L back hold "open two-hand"
2 R place
3 L touch close
4 L forward
5 R forward
6 L touch close
beats 6
follower mirror`,
    cues: ["One step a beat, and the touch breathes."],
    slips: ["Putting weight on the touch."],
  },
];
