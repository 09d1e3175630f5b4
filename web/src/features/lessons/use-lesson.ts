import { api, type Lesson, type LessonSegment } from "@map-step/contract";
import type { Covered } from "@map-step/core/lesson";
import { useCallback, useEffect, useRef, useState } from "react";
import { isStale, useChange } from "../../kit/api.ts";
import { type Autosave, unsavedOf, useAutosave } from "../../kit/autosave.ts";
import { tellError } from "../../kit/toasts.tsx";

type Segments = readonly LessonSegment[];

/** A mark that somebody else gave another way in the same moment. */
export interface MarkConflict {
  readonly mine: Covered | null;
  readonly theirs: LessonSegment;
}

export interface LessonEdit {
  readonly segments: Segments;
  readonly saving: Autosave<Segments, Lesson>;
  readonly edit: (next: Segments) => void;
  readonly settle: (next: Segments, theirs: Lesson) => void;
  readonly mark: (segmentId: string, covered: Covered | null, version?: number) => Promise<void>;
  readonly markConflict: MarkConflict | null;
  readonly forgetConflict: () => void;
  /** Ends the class, or opens it again. */
  readonly setState: (state: Lesson["state"]) => Promise<void>;
  /** Lets the plan lead again. */
  readonly rebuild: () => Promise<void>;
}

const content = (segments: Segments) =>
  segments.map(({ id, kind, title, figureId, layers, minutes }) => ({
    id,
    kind,
    title,
    figureId,
    layers,
    minutes,
  }));

/** A lesson's running order, saved as it changes, and the marks given in class, each saved at once. */
export function useLesson(lesson: Lesson): LessonEdit {
  const { sectionId, week } = lesson;
  const params = { sectionId, week };
  const name = `lesson:${sectionId}:${week}`;
  const [unsaved] = useState(() => unsavedOf<Segments>(name));
  const [segments, setSegments] = useState<Segments>(unsaved?.value ?? lesson.segments);
  const [markConflict, setMarkConflict] = useState<MarkConflict | null>(null);
  const change = useChange(api.lessons.change);
  const rebuild = useChange(api.lessons.rebuild);
  const mark = useChange(api.lessons.mark);
  const saving = useAutosave<Segments, Lesson>({
    name,
    version: unsaved?.version ?? lesson.version,
    save: (value, version) =>
      change.mutateAsync({ params, body: { version, state: lesson.state, segments: content(value) } }),
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

  // Everything here changes one lesson: what waits to be saved goes first, so that no edit meets another.
  const keep = async (state: Lesson["state"], order: Segments = segments): Promise<Lesson> => {
    const body = { version: saving.version(), state, segments: content(order) };
    const kept = await change.mutateAsync({ params, body });
    take(kept);
    return kept;
  };
  // One mark after the other, each on what came of the last: nobody stands in their own way.
  const marking = useRef(Promise.resolve());
  const answered = useRef(new Map<string, number>());
  const markOne = async (segmentId: string, covered: Covered | null, version?: number): Promise<void> => {
    const put = (change: Partial<LessonSegment>) =>
      setSegments((before) => before.map((part) => (part.id === segmentId ? { ...part, ...change } : part)));
    const before = segments.find(({ id }) => id === segmentId);
    put({ covered });
    try {
      if (!(await saving.flush())) {
        put({ covered: before?.covered ?? null });
        return;
      }
      // Marks belong to a kept running order: the first one keeps the order as it is planned now.
      if (saving.version() === 0) await keep(lesson.state);
      const seen = Math.max(before?.version ?? 0, answered.current.get(segmentId) ?? 0);
      const body = { version: version ?? seen, covered };
      const marked = await mark.mutateAsync({ params: { ...params, segmentId }, body });
      answered.current.set(segmentId, marked.version);
      put(marked);
    } catch (error) {
      put({ covered: before?.covered ?? null });
      if (isStale(error)) setMarkConflict({ mine: covered, theirs: error.problem.current as LessonSegment });
      else tellError(error);
    }
  };
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
    mark: (...given) => {
      marking.current = marking.current.then(() => markOne(...given));
      return marking.current;
    },
    markConflict,
    forgetConflict: () => setMarkConflict(null),
    setState: async (state) => {
      if (await saving.flush()) await keep(state).catch(tellError);
    },
    rebuild: async () => {
      if (!(await saving.flush())) return;
      await rebuild
        .mutateAsync({ params, body: { version: saving.version() } })
        .then((next) => take(next, true), tellError);
    },
  };
}
