import { api, type Lesson, type Section } from "@map-step/contract";
import { type ClassLog, notedAt, reachedLayer } from "@map-step/core/lesson";
import type { HandoverPart, HandoverSection } from "@map-step/core/recap";
import { isEnrolledOn } from "@map-step/core/student";
import { useApi } from "../../kit/api.ts";
import { writeTable } from "../../kit/csv.ts";

/** The parts of a lesson as a handover sees them. */
export const partsOf = ({ segments }: Lesson): HandoverPart[] =>
  segments.map(({ id, title, figureId, kind, layers, minutes }) => ({
    id,
    title,
    figureId,
    isNew: kind === "new" || kind === "carry-over",
    layers,
    minutes,
  }));

/** What whoever teaches next has to know of a section after a lesson; null until all of it is here. */
export function useHandover(lesson: Lesson): HandoverSection | null {
  const { sectionId, week } = lesson;
  const students = useApi(api.students.list, { params: { id: sectionId } });
  const lessons = useApi(api.lessons.list, { params: { id: sectionId } });
  if (!students.data || !lessons.data) return null;
  const following = lessons.data.find((one) => one.week > week && !one.cancelled);
  return {
    parts: partsOf(lesson),
    students: students.data.filter((one) => isEnrolledOn(one, lesson.date)),
    next: following?.newFigures.map(({ name }) => name) ?? [],
  };
}

/** A class log as CSV, one row for each part. */
export function logAsCsv(section: Section, lesson: Lesson, log: ClassLog): string {
  const columns = [
    "section",
    "week",
    "date",
    "part",
    "kind",
    "planned minutes",
    "minutes spent",
    "mark",
    "reached",
  ];
  return writeTable(
    columns,
    lesson.segments.map(({ id, title, kind, layers, minutes }) => {
      const mark = notedAt(log, "mark", id);
      const spent = notedAt(log, "spent", id);
      return [
        section.name,
        lesson.week,
        lesson.date,
        title,
        kind,
        minutes,
        spent ? Math.round(spent.seconds / 60) : "",
        mark?.covered ?? "",
        reachedLayer(mark, layers) ?? "",
      ];
    }),
  );
}
