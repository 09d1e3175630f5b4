import type { LessonSegment } from "@map-step/contract";
import { totalMinutes } from "@map-step/core/lesson";
import { ConflictDialog } from "../../kit/conflict.tsx";
import type { LessonEdit } from "./use-lesson.ts";

const order = (segments: readonly LessonSegment[]): string =>
  segments.map(({ title, minutes }) => `${minutes} ${title}`).join("\n");

/** Two people changed the running order of one lesson. Both are shown, the person chooses. */
export function OrderConflict({ lesson }: { lesson: LessonEdit }) {
  const { theirs } = lesson.saving;
  if (!theirs) return null;
  const mine = lesson.segments;
  const settle = (chosen: ReadonlySet<string>) =>
    lesson.settle(chosen.has("order") ? theirs.segments : mine, theirs);
  const differences = [
    { key: "order", label: "Running order", mine: order(mine), theirs: order(theirs.segments) },
  ].filter((difference) => difference.mine !== difference.theirs);
  return (
    <ConflictDialog
      differences={differences}
      onChoose={settle}
      onClose={() => settle(new Set(totalMinutes(mine) === totalMinutes(theirs.segments) ? [] : ["order"]))}
    />
  );
}
