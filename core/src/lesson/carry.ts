import type { Layer } from "../figure/index.ts";
import type { Covered, Segment } from "./segment.ts";

/** A part of a lesson with what became of it in class. */
export interface TaughtSegment extends Segment {
  /** `null` when nothing was marked. */
  readonly covered: Covered | null;
  /** The layer that was reached, where somebody said so. */
  readonly reached: Layer | null;
}

/** What is left of a part that was begun: the layers beyond the one reached, or half where nobody said how far. */
function remainder({ covered: _covered, reached, ...segment }: TaughtSegment): Segment {
  const at = segment.layers.findIndex(({ layer }) => layer === reached);
  const layers = at < 0 ? segment.layers : segment.layers.slice(at + 1);
  const planned = segment.layers.reduce((sum, { minutes }) => sum + minutes, 0);
  const left = layers.reduce((sum, { minutes }) => sum + minutes, 0);
  if (at < 0 || left === 0) return { ...segment, minutes: Math.ceil(segment.minutes / 2) };
  return { ...segment, layers, minutes: Math.ceil((segment.minutes * left) / planned) };
}

/** Two parts about one figure as one: the minutes of both, layer by layer. */
function together(one: Segment, other: Segment): Segment {
  const layers = [...one.layers];
  for (const { layer, minutes } of other.layers) {
    const at = layers.findIndex((known) => known.layer === layer);
    const known = layers[at];
    if (known) layers[at] = { layer, minutes: known.minutes + minutes };
    else layers.push({ layer, minutes });
  }
  return { ...one, layers, minutes: one.minutes + other.minutes };
}

/**
 * What a taught lesson leaves for the next one, one part a figure: figures that were not reached keep their minutes
 * and layers, those done in part the layers that were not reached. Anything not marked counts as not reached.
 * @example
 * carryOver([{ ...segment("new", "Turn", 10), figureId: "turn", covered: "part", reached: "rhythm" }])[0].title
 * // "Turn"
 */
export function carryOver(segments: readonly TaughtSegment[]): Segment[] {
  const left = new Map<string, Segment>();
  for (const taught of segments) {
    const { covered, reached: _reached, ...segment } = taught;
    if (segment.figureId === null || covered === "done") continue;
    const rest = covered === "part" ? remainder(taught) : segment;
    const before = left.get(segment.figureId);
    const carried = { ...rest, kind: "carry-over" as const, locked: false };
    left.set(segment.figureId, before ? together(before, carried) : carried);
  }
  return [...left.values()];
}
