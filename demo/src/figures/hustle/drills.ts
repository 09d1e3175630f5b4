import type { FigureDraft } from "../draft.ts";

/** Drills of technique and musicality of the hustle program. */
export const DRILLS: readonly FigureDraft[] = [
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
];
