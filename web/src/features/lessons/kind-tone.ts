import type { SegmentKind } from "@map-step/core/lesson";

/** Each sort of part has its tone, at the edge of its line and in the strip of the lesson. */
export const KIND_TONE: Readonly<Record<SegmentKind, string>> = {
  "warm-up": "rule",
  "carry-over": "apricot",
  return: "pine3",
  deepen: "pine2",
  new: "pineSolid",
  contrast: "apricot",
  practice: "plumWash",
  wrap: "rule",
  own: "plumSolid",
};
