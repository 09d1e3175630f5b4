import {
  type DanceRecord,
  type FigureRecord,
  houseCues,
  type Lesson,
  type LessonSegment,
  type Section,
} from "@map-step/contract";
import {
  guideOf,
  lessonToMarkdown,
  SEGMENT_NAMES,
  totalMinutes,
  type WrittenPart,
} from "@map-step/core/lesson";
import type { Figure } from "@map-step/core/notation";
import { counted } from "@map-step/core/words";
import { clockAfter, longDay, timeText } from "../../kit/dates.ts";

export interface WrittenLesson {
  readonly levelName: string;
  readonly lesson: Lesson;
  readonly section: Section;
  readonly segments: readonly LessonSegment[];
  readonly dance: DanceRecord;
  readonly bpm: number;
  readonly figureOf: (id: string | null) => FigureRecord | undefined;
  readonly stepsOf: (figure: FigureRecord | undefined) => Figure | null;
}

/** The parts of a lesson as they are written down, each with the time of day at which it begins. */
export function writtenParts(written: WrittenLesson): WrittenPart[] {
  const { section, segments, dance, bpm, figureOf, stepsOf } = written;
  let gone = 0;
  return segments.map((part) => {
    const figure = figureOf(part.figureId);
    const from = clockAfter(section.startTime, gone);
    gone += part.minutes;
    return {
      from,
      minutes: part.minutes,
      title: part.title,
      kind: SEGMENT_NAMES[part.kind],
      stages: guideOf({ segment: part, steps: stepsOf(figure), dance, bpm }),
      others: part.withIds.flatMap((id) => figureOf(id)?.name ?? []),
      cues: figure ? houseCues(figure.cues) : [],
      slips: figure?.slips ?? [],
      cautions: [...new Set([...part.cautions, ...(figure?.cautions ?? [])])],
    };
  });
}

/** A lesson plan as Markdown. */
export function lessonAsMarkdown(written: WrittenLesson): string {
  const { levelName, lesson, section, segments } = written;
  const minutes = totalMinutes(segments);
  const about = `${section.name}, ${longDay(lesson.date)}, ${timeText(section.startTime)}, ${counted(minutes, "minute")}${section.room ? `, ${section.room}` : ""}`;
  return lessonToMarkdown(`${levelName}, week ${lesson.week}`, about, writtenParts(written));
}
