import type { LessonSegment } from "@map-step/contract";
import { segment } from "@map-step/core/lesson";

/** A part of one's own in a running order. */
export function ownPart(title: string, minutes: number): LessonSegment {
  const { withIds: _with, layers: _layers, cautions: _cautions, ...part } = segment("own", title, minutes);
  return {
    ...part,
    id: crypto.randomUUID(),
    withIds: [],
    layers: [],
    cautions: [],
    covered: null,
    reached: null,
  };
}
