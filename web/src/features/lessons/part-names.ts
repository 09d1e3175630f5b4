import type { LessonSegment } from "@map-step/contract";
import { partNames } from "@map-step/core/lesson";

/** What each part of a lesson is called where nothing else tells them apart, by its id. */
export function namesOfParts(segments: readonly LessonSegment[]): ReadonlyMap<string, string> {
  const names = partNames(segments);
  return new Map(segments.map(({ id, title }, at) => [id, names[at] ?? title]));
}
