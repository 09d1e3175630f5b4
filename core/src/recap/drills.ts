import type { Layer } from "../figure/index.ts";
import type { Role } from "../notation/index.ts";

/** A few minutes alone at home. */
export interface Drill {
  readonly minutes: number;
  readonly words: string;
}

/** What each role does alone, by the layer that was reached in class. Stated defaults of the product. */
const DRILLS: Readonly<
  Record<Layer, { readonly minutes: number; readonly words: Readonly<Record<Role, string>> }>
> = {
  steps: {
    minutes: 3,
    words: {
      leader: "walk your own steps slowly, five times without a stop",
      follower: "walk your own steps slowly, five times without a stop",
      solo: "walk the steps slowly, five times without a stop",
    },
  },
  rhythm: {
    minutes: 3,
    words: {
      leader: "walk it and say slow and quick aloud",
      follower: "walk it and say slow and quick aloud",
      solo: "walk it and say slow and quick aloud",
    },
  },
  count: {
    minutes: 3,
    words: {
      leader: "dance it alone and count aloud",
      follower: "dance it alone and count aloud, beginning when somebody else says one",
      solo: "dance it and count aloud",
    },
  },
  partner: {
    minutes: 4,
    words: {
      leader: "dance it alone and name each lead a count before it comes",
      follower: "dance it alone and wait for an imagined lead before each change of direction",
      solo: "dance it facing each of the four walls in turn",
    },
  },
  technique: {
    minutes: 4,
    words: {
      leader: "dance it at half speed and look after the feet only",
      follower: "dance it at half speed and look after balance only",
      solo: "dance it at half speed and watch one thing only, the feet",
    },
  },
  style: {
    minutes: 4,
    words: {
      leader: "dance it to one whole song you like",
      follower: "dance it to one whole song you like",
      solo: "dance it to one whole song you like",
    },
  },
};

/**
 * The drill of a role for a figure that got as far as a layer.
 * @example
 * drillFor("rhythm", "leader") // { minutes: 3, words: "walk it and say slow and quick aloud" }
 */
export const drillFor = (layer: Layer, role: Role): Drill => ({
  minutes: DRILLS[layer].minutes,
  words: DRILLS[layer].words[role],
});
