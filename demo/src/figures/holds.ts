import { type Hold, USUAL_HOLDS } from "@map-step/core/hold";

/** The usual holds, of a house where two hands close without a figure of their own. */
export const IN_AND_OUT: readonly Hold[] = USUAL_HOLDS.map((hold) =>
  hold.name === "open two-hand" ? { ...hold, changesTo: [...hold.changesTo, "closed"] } : hold,
);
