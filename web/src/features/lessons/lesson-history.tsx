import { type Lesson, lesson as lessonShape } from "@map-step/contract";
import { totalMinutes } from "@map-step/core/lesson";
import { tellWarning } from "../../kit/toasts.ts";
import { HistoryButton } from "../history/history-button.tsx";
import { orderDifferences } from "./merge.ts";
import type { LessonEdit } from "./use-lesson.ts";

const SHAPE = lessonShape.pick({ segments: true });

/** Who changed a running order, part by part, and the way back to an earlier one. */
export function LessonHistory({
  lesson,
  edit,
  fixed,
}: {
  lesson: Lesson;
  edit: LessonEdit;
  /** Its parts stay as they are. */
  fixed: boolean;
}) {
  if (lesson.id === null) return null;
  const goBack = ({ segments }: Pick<Lesson, "segments">) => {
    const minutes = totalMinutes(segments);
    if (minutes === lesson.lessonMinutes) edit.edit(segments);
    else tellWarning(`That order fills ${minutes} minutes, and the lesson has ${lesson.lessonMinutes} now.`);
  };
  return (
    <HistoryButton
      list="lessons"
      id={lesson.id}
      what="this lesson"
      shape={SHAPE}
      differ={(was, is) => orderDifferences(was.segments, is.segments)}
      onBack={fixed ? undefined : goBack}
    />
  );
}
