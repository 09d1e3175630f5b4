import type { LessonSegment } from "@map-step/contract";
import { COVERED_NAMES, totalMinutes } from "@map-step/core/lesson";
import { ConflictDialog } from "../../kit/conflict.tsx";
import type { LessonEdit } from "./use-lesson.ts";

const order = (segments: readonly LessonSegment[]): string =>
  segments.map(({ title, minutes }) => `${minutes} ${title}`).join("\n");
const markText = (covered: LessonSegment["covered"]): string =>
  covered ? COVERED_NAMES[covered] : "not marked";

/** Two people changed one lesson: its order, or the mark of a part. Both are shown, the person chooses. */
export function LessonConflicts({ lesson }: { lesson: LessonEdit }) {
  const { theirs } = lesson.saving;
  const { markConflict } = lesson;
  if (theirs) {
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
  if (!markConflict) return null;
  const choose = (chosen: ReadonlySet<string>) => {
    const { mine, theirs: now } = markConflict;
    lesson.forgetConflict();
    void lesson.mark(now.id, chosen.has("mark") ? now.covered : mine, now.version);
  };
  return (
    <ConflictDialog
      differences={[
        {
          key: "mark",
          label: markConflict.theirs.title,
          mine: markText(markConflict.mine),
          theirs: markText(markConflict.theirs.covered),
        },
      ]}
      onChoose={choose}
      onClose={() => choose(new Set(["mark"]))}
    />
  );
}
