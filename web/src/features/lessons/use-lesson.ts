import { api, type Lesson, type LessonSegment } from "@map-step/contract";
import { useCallback, useEffect, useState } from "react";
import { useChange } from "../../kit/api.ts";
import { type Autosave, unsavedOf, useAutosave } from "../../kit/autosave.ts";
import { tellError } from "../../kit/toasts.tsx";

type Segments = readonly LessonSegment[];

export interface LessonEdit {
  readonly segments: Segments;
  readonly saving: Autosave<Segments, Lesson>;
  readonly edit: (next: Segments) => void;
  readonly settle: (next: Segments, theirs: Lesson) => void;
  /** Gives this lesson another length, with an order that fills it. */
  readonly setLength: (next: Segments, shortBy: number) => Promise<void>;
  /** Lets the plan lead again. */
  readonly rebuild: () => Promise<void>;
}

const content = (segments: Segments) =>
  segments.map(({ covered: _covered, reached: _reached, ...segment }) => segment);

/** A lesson's running order, saved as it changes. */
export function useLesson(lesson: Lesson): LessonEdit {
  const { sectionId, week } = lesson;
  const params = { sectionId, week };
  const name = `lesson:${sectionId}:${week}`;
  const [unsaved] = useState(() => unsavedOf<Segments>(name));
  const [segments, setSegments] = useState<Segments>(unsaved?.value ?? lesson.segments);
  const change = useChange(api.lessons.change);
  const rebuild = useChange(api.lessons.rebuild);
  const saving = useAutosave<Segments, Lesson>({
    name,
    version: unsaved?.version ?? lesson.version,
    save: (value, version) => change.mutateAsync({ params, body: { version, segments: content(value) } }),
  });
  const { changed, follow } = saving;
  useEffect(() => {
    if (unsaved) changed(unsaved.value);
  }, [unsaved, changed]);
  const take = useCallback(
    (next: Lesson, back = false) => {
      if (follow(next.version, back)) setSegments(next.segments);
    },
    [follow],
  );
  useEffect(() => take(lesson), [lesson, take]);

  return {
    segments,
    saving,
    edit: (next) => {
      setSegments(next);
      changed(next);
    },
    settle: (next, theirs) => {
      setSegments(next);
      saving.settle(next, theirs);
    },
    setLength: async (next, shortBy) => {
      if (!(await saving.flush())) return;
      await change
        .mutateAsync({ params, body: { version: saving.version(), shortBy, segments: content(next) } })
        .then((kept) => take(kept), tellError);
    },
    rebuild: async () => {
      if (!(await saving.flush())) return;
      await rebuild
        .mutateAsync({ params, body: { version: saving.version() } })
        .then((next) => take(next, true), tellError);
    },
  };
}
