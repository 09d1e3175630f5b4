import { USUAL_HOLDS } from "@map-step/core/hold";

/** A dance in four, made up for tests. */
export const DANCE = {
  id: "d",
  version: 1,
  name: "Test",
  music: "",
  meter: 4,
  phraseBeats: 8,
  slowBeats: 2,
  quickBeats: 1,
  slowestBpm: 90,
  fastestBpm: 120,
  freeTimed: false,
  countFrom: 1,
  swung: false,
  alone: false,
  holds: USUAL_HOLDS.map((hold) => ({ ...hold })),
  ownElements: [],
};
