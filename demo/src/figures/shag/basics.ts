import { CLOSE_CARE } from "../care.ts";
import type { FigureDraft } from "../draft.ts";

/** Basics of the collegiate shag program, and other footwork for the same figures. */
export const BASICS: readonly FigureDraft[] = [
  {
    name: "Home six",
    otherNames: [
      { name: "double", usedBy: "visitors from the capital" },
      { name: "slow-slow-quick-quick", usedBy: "beginners" },
    ],
    kind: "basic",
    tier: 1,
    minutes: 14,
    notation: `leader
S L side hold "closed"
S R side
Q L back
Q R replace
follower mirror`,
    cues: [
      { text: "Slow, slow, quick-quick.", school: "steps first", house: true },
      { text: "One two, three four, five, six.", school: "count first", house: false },
    ],
    slips: ["Hurrying the second slow.", "Jumping where a lift of the knee is enough."],
    cautions: [...CLOSE_CARE, "Warm up calves and ankles; hop small on a hard floor."],
  },
  {
    name: "Three-step six",
    kind: "basic",
    tier: 2,
    minutes: 10,
    needs: ["Home six"],
    variantOf: "Home six",
    notation: `leader
1 L side hold "closed"
& R close
2 L side
3 R side
& L close
4 R side
5 L back
6 R replace
follower mirror`,
    cues: ["Three in the time of one slow; only when the band takes it easy."],
    slips: ["Making the three steps wide."],
    cautions: CLOSE_CARE,
  },
  {
    name: "Touch six",
    kind: "basic",
    tier: 1,
    minutes: 9,
    needs: ["Home six"],
    notation: `leader
1 L side hold "closed"
2 R touch close
3 R side
4 L touch close
5 L back
6 R replace
follower mirror`,
    cues: ["Put the toe where the slow would be empty."],
    slips: ["Weight on the toe, and the next side has no free foot."],
    cautions: CLOSE_CARE,
  },
  {
    name: "Kick six",
    kind: "basic",
    tier: 2,
    minutes: 8,
    needs: ["Touch six"],
    notation: `leader
1 L side hold "open two-hand"
2 R kick forward
3 R side
4 L kick forward
5 L back
6 R replace
follower mirror`,
    cues: ["The touch six with a low kick: the difference is on 2 and 4."],
    slips: ["Kicking higher than one's own shin."],
    cautions: ["Kick low and past each other, never towards a shin."],
  },
  {
    name: "Travelling six",
    kind: "basic",
    tier: 1,
    minutes: 8,
    needs: ["Home six"],
    notation: `leader
1 L forward hold "closed"
3 R forward
5 L forward small
6 R forward small
beats 6
follower mirror`,
    cues: ["Four trains, one track."],
    slips: ["Running into those in front: look ahead."],
    cautions: CLOSE_CARE,
  },
  {
    name: "Turning six",
    kind: "basic",
    tier: 1,
    minutes: 9,
    needs: ["Home six"],
    notation: `leader
1 L side turn R 1/8 hold "closed"
3 R side turn R 1/8
5 L back
6 R replace
beats 6
follower mirror`,
    cues: ["A quarter each time; four home sixes make the round."],
    slips: ["Turning on the quicks."],
    cautions: CLOSE_CARE,
  },
  {
    name: "Stretch eight",
    kind: "basic",
    tier: 3,
    minutes: 12,
    needs: ["Touch six", "Six against eight"],
    notation: `leader
1 L side hold "open two-hand"
3 R side
5 L back
6 R replace
7 L back
8 R replace
beats 8
follower mirror`,
    cues: ["Two more quicks, and the phrase is full."],
    slips: ["Falling back into six after the second rock."],
  },
];
