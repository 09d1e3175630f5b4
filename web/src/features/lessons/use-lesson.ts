import { api, type Lesson, type LessonSegment } from "@map-step/contract";
import { useCallback, useEffect, useState } from "react";
import { useChange } from "../../kit/api.ts";
import { type Autosave, unsavedOf, useAutosave } from "../../kit/autosave.ts";
import { useStableCallbacks } from "../../kit/stable-callbacks.ts";
import { tellError } from "../../kit/toasts.ts";
import { orderMerger } from "./merge.ts";

type Segments = readonly LessonSegment[];

export interface LessonEdit {
  readonly segments: Segments;
  readonly saving: Autosave<Segments>;
  readonly edit: (next: Segments) => void;
  /** Takes the last edit of this sitting back; nothing when there is none, or somebody else changed the order since. */
  readonly undo: (() => void) | null;
  /** Ends a conflict: theirs for what is named. */
  readonly settle: (theirs: ReadonlySet<string>) => void;
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
  const [past, setPast] = useState<readonly Segments[]>([]);
  const { replace } = useStableCallbacks({
    /** Shows another order than the one edited here. What was done before it cannot be taken back by itself any more. */
    replace: (next: Segments) => {
      if (JSON.stringify(content(next)) !== JSON.stringify(content(segments))) setPast([]);
      setSegments(next);
    },
  });
  const change = useChange(api.lessons.change);
  const rebuild = useChange(api.lessons.rebuild);
  const saving = useAutosave<Segments, Lesson>({
    name,
    start: unsaved ?? { value: lesson.segments, version: lesson.version, base: lesson.segments },
    save: (value, version) => change.mutateAsync({ params, body: { version, segments: content(value) } }),
    contentOf: (kept) => kept.segments,
    merge: orderMerger,
    onMerged: replace,
  });
  const { changed, follow } = saving;
  useEffect(() => {
    if (unsaved) changed(unsaved.value);
  }, [unsaved, changed]);
  const take = useCallback(
    (next: Lesson) => {
      if (follow(next.segments, next.version)) replace(next.segments);
    },
    [follow, replace],
  );
  useEffect(() => take(lesson), [lesson, take]);

  const show = (next: Segments) => {
    setSegments(next);
    changed(next);
  };
  const before = past.at(-1);
  return {
    segments,
    saving,
    edit: (next) => {
      setPast([...past, segments]);
      show(next);
    },
    undo: before
      ? () => {
          setPast(past.slice(0, -1));
          show(before);
        }
      : null,
    settle: (theirs) => {
      const value = saving.settle(theirs);
      if (value) replace(value);
    },
    setLength: async (next, shortBy) => {
      if (!(await saving.flush())) return;
      await change
        .mutateAsync({ params, body: { version: saving.version(), shortBy, segments: content(next) } })
        .then(take, tellError);
    },
    rebuild: async () => {
      if (!(await saving.flush())) return;
      await rebuild.mutateAsync({ params, body: { version: saving.version() } }).then(take, tellError);
    },
  };
}
