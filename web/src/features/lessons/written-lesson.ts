import {
  type DanceRecord,
  type FigureRecord,
  houseCues,
  type Lesson,
  type LessonSegment,
  type Section,
} from "@map-step/contract";
import { guideOf, lessonToMarkdown, SEGMENT_NAMES } from "@map-step/core/lesson";
import type { Figure } from "@map-step/core/notation";
import { clockAfter, longDay } from "../../kit/dates.ts";

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

/** A lesson plan as Markdown, with the times of day at which its parts begin. */
export function lessonAsMarkdown(written: WrittenLesson): string {
  const { levelName, lesson, section, segments, dance, bpm, figureOf, stepsOf } = written;
  let gone = 0;
  const parts = segments.map((part) => {
    const figure = figureOf(part.figureId);
    const from = clockAfter(section.startTime, gone);
    gone += part.minutes;
    return {
      from,
      minutes: part.minutes,
      title: part.title,
      kind: SEGMENT_NAMES[part.kind],
      stages: guideOf({ segment: part, steps: stepsOf(figure), dance, bpm }),
      cues: figure ? houseCues(figure.cues) : [],
      slips: figure?.slips ?? [],
      cautions: [...new Set([...part.cautions, ...(figure?.cautions ?? [])])],
    };
  });
  const about = `${section.name}, ${longDay(lesson.date)}, ${section.startTime}, ${gone} minutes${section.room ? `, ${section.room}` : ""}`;
  return lessonToMarkdown(`${levelName}, week ${lesson.week}`, about, parts);
}
