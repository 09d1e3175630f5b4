import type { Layer } from "../figure/index.ts";

/** Minutes given to a layer, as a share of the minutes of a figure's first night. */
export interface LayerShare {
  readonly layer: Layer;
  readonly share: number;
}

/** A school of teaching: which layers come first and how far apart. One that ships, or a studio's own. */
export interface Approach {
  readonly id: string;
  readonly name: string;
  readonly reason: string;
  /** By lesson age: 0 the night a figure is new, 1 the lesson after, and so on. The shares of age 0 add up to 1. */
  readonly ages: readonly (readonly LayerShare[])[];
  /** Lesson ages at which the figure comes back once more, at widening gaps. */
  readonly returns: readonly number[];
  readonly returnMinutes: number;
}

/** Ids of the approaches that ship. */
export const APPROACH_IDS = ["steps-first", "whole-first", "lead-and-follow-first"] as const;
/** One of `APPROACH_IDS`. */
export type ApproachId = (typeof APPROACH_IDS)[number];

const shareOf = (layer: Layer, sixteenths: number): LayerShare => ({ layer, share: sixteenths / 16 });

/** The three approaches that ship. Shares are written in sixteenths of the first night. */
export const APPROACHES: Readonly<Record<ApproachId, Approach>> = {
  "steps-first": {
    id: "steps-first",
    name: "Steps first",
    reason:
      "Structure, then slow and quick, then numbers, then the partner; technique from the feet up in later weeks.",
    ages: [
      [shareOf("steps", 6), shareOf("rhythm", 3), shareOf("count", 3), shareOf("partner", 4)],
      [shareOf("partner", 4), shareOf("technique", 3)],
      [shareOf("technique", 3)],
    ],
    returns: [4, 7],
    returnMinutes: 2,
  },
  "whole-first": {
    id: "whole-first",
    name: "Whole first",
    reason:
      "See and try it whole with a partner, break it into parts, chain them; numbers when the parts are clear.",
    ages: [
      [shareOf("partner", 6), shareOf("steps", 7), shareOf("count", 3)],
      [shareOf("count", 3), shareOf("technique", 3)],
      [shareOf("technique", 2), shareOf("style", 2)],
    ],
    returns: [4, 7],
    returnMinutes: 2,
  },
  "lead-and-follow-first": {
    id: "lead-and-follow-first",
    name: "Lead and follow first",
    reason: "Connection and signal before anything else; the feet follow from it, numbers come last.",
    ages: [
      [shareOf("partner", 8), shareOf("steps", 5), shareOf("rhythm", 3)],
      [shareOf("partner", 3), shareOf("count", 3)],
      [shareOf("technique", 4)],
    ],
    returns: [3, 6],
    returnMinutes: 2,
  },
};

/**
 * The approach of an id among a studio's own and those that ship; the first that ships when it is not there.
 * @example
 * approachOf("whole-first").name // "Whole first"
 */
export const approachOf = (id: string, own: readonly Approach[] = []): Approach =>
  own.find((approach) => approach.id === id) ?? APPROACHES[id as ApproachId] ?? APPROACHES["steps-first"];
