import type { LessonSegment } from "@map-step/contract";
import { insertSegment, notedAt, removeSegment, retime, type WrittenPart } from "@map-step/core/lesson";
import { useState } from "react";
import { tellRemoved } from "../../kit/toasts.ts";
import { type ClassLogEdit, useClassLog } from "../class-log/use-class-log.ts";
import { useOwnClass } from "../sections/own-class.tsx";
import type { OpenLesson } from "./lesson-gate.tsx";
import { ownPart } from "./own-part.ts";
import { type LessonEdit, useLesson } from "./use-lesson.ts";
import { type WrittenLesson, writtenParts } from "./written-lesson.ts";

/** The running order with the last word of the log on each part, also with what is not sent yet. */
const withMarks = (segments: readonly LessonSegment[], { log, ready }: ClassLogEdit): LessonSegment[] =>
  segments.map((part) => {
    const { covered = null, reached = null } = ready ? (notedAt(log, "mark", part.id) ?? {}) : part;
    return { ...part, covered, reached };
  });

/** What can be done with a running order, part by part. */
export interface LessonActions {
  readonly select: (part: LessonSegment) => void;
  readonly setMinutes: (index: number, minutes: number) => void;
  readonly lock: (index: number) => void;
  /** Puts a part at another place. */
  readonly moveTo: (from: number, to: number) => void;
  readonly takeOut: (index: number) => void;
  readonly rename: (part: LessonSegment, title: string) => void;
  readonly addOwn: () => void;
  /** A part in which figures are gone through once more, near the end. */
  readonly addWalkThrough: (figureIds: readonly string[]) => void;
  /** Puts what the last lesson left first. */
  readonly carryIn: () => void;
  /** Lets the plan lead again. */
  readonly rebuild: () => Promise<void>;
  readonly mark: (part: LessonSegment, covered: LessonSegment["covered"]) => void;
  readonly finish: () => Promise<void>;
  readonly openAgain: () => void;
}

export interface LessonSheet {
  readonly edit: LessonEdit;
  readonly log: ClassLogEdit;
  readonly segments: readonly LessonSegment[];
  /** The same parts as they are written down, with their hours. */
  readonly parts: readonly WrittenPart[];
  readonly written: WrittenLesson;
  readonly selected: LessonSegment | undefined;
  /** Whether the class is the person's own, and whether nothing of its order can be changed any more. */
  readonly mine: boolean;
  readonly taught: boolean;
  readonly fixed: boolean;
  /** Whether the plan may lead again: not once something was noted. */
  readonly mayRebuild: boolean;
  readonly actions: LessonActions;
}

/** A lesson's running order as it is edited, what was noted of it, and what is selected. */
export function useLessonSheet(open: OpenLesson): LessonSheet {
  const { lesson, section, level } = open;
  const edit = useLesson(lesson);
  const log = useClassLog(lesson);
  const { mine } = useOwnClass(section);
  const [selectedId, setSelectedId] = useState<string | null>(null);
  const segments = withMarks(edit.segments, log);
  const taught = log.ready ? notedAt(log.log, "ended", "class") !== null : lesson.state === "taught";
  const marked = segments.some(({ covered }) => covered !== null);
  const written = { ...open, levelName: level.name, segments };
  const note: typeof log.note = async (...noted) => {
    // Parts of one's own must be in the studio before anything is noted of them.
    if (await edit.saving.flush()) await log.note(...noted);
  };
  const actions: LessonActions = {
    select: ({ id }) => setSelectedId(id),
    setMinutes: (index, minutes) => edit.edit(retime(segments, index, minutes)),
    lock: (index) =>
      edit.edit(segments.map((one, at) => (at === index ? { ...one, locked: !one.locked } : one))),
    moveTo: (from, to) => {
      const part = segments[from];
      if (part) edit.edit(segments.toSpliced(from, 1).toSpliced(to, 0, part));
    },
    takeOut: (index) => {
      const before = segments;
      edit.edit(removeSegment(segments, index));
      tellRemoved(`${segments[index]?.title} is taken out of this lesson`, () => edit.edit(before));
    },
    rename: ({ id }, title) =>
      edit.edit(segments.map((part) => (part.id === id ? { ...part, title } : part))),
    addOwn: () => {
      const part = ownPart("Own part", 5);
      edit.edit(insertSegment(segments, segments.length - 1, part));
      setSelectedId(part.id);
    },
    addWalkThrough: (figureIds) => {
      const part: LessonSegment = {
        ...ownPart("Walk-through of everything so far", Math.max(3, Math.min(15, figureIds.length))),
        withIds: [...figureIds],
      };
      edit.edit(insertSegment(segments, segments.length - 1, part));
      setSelectedId(part.id);
    },
    carryIn: () => {
      const at = segments[0]?.kind === "warm-up" ? 1 : 0;
      const next = lesson.toCarry.reduceRight(
        (order, part) => insertSegment(order, at, { ...part, covered: null, reached: null }),
        segments,
      );
      edit.edit(next);
    },
    rebuild: async () => {
      const before = segments;
      await edit.rebuild();
      tellRemoved("The running order follows the plan again", () => edit.edit(before));
    },
    mark: ({ id }, covered) => void note("mark", id, covered && { covered, reached: null }),
    finish: () => note("ended", "class", { ended: true }),
    openAgain: () => void log.note("ended", "class", null),
  };
  return {
    edit,
    log,
    segments,
    parts: writtenParts(written),
    written,
    selected:
      segments.find(({ id }) => id === selectedId) ??
      segments.find(({ kind }) => kind === "new") ??
      segments[0],
    mine,
    taught,
    fixed: taught || !mine,
    mayRebuild: !lesson.followsPlan && !marked && log.entries.length === 0,
    actions,
  };
}
