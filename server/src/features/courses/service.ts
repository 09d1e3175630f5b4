import type { Course, LessonSummary, Section } from "@map-step/contract";
import type { Config } from "../../config.ts";
import { together } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import type { AskedCourse, Workers } from "../../work/work.ts";
import { listLessons } from "../lessons/read.ts";
import { listLevels } from "../levels/read.ts";
import { listSections } from "../sections/read.ts";
import { studioToday } from "../session/service.ts";
import { countDancers } from "../students/read.ts";

/** The last week of some lessons that was taught; 0 when none was. */
export const lastTaught = (lessons: readonly LessonSummary[]): number =>
  Math.max(0, ...lessons.flatMap(({ state, week }) => (state === "taught" ? [week] : [])));

/** A section to be looked at. */
export const askedSection = (
  { id, planId }: Section,
  lessons: readonly LessonSummary[],
  dancers: ReadonlyMap<string, number>,
): AskedCourse => ({
  planId,
  after: lastTaught(lessons),
  dancers: dancers.get(id) ?? 0,
  lessons: lessons.map(({ week, date, state, cancelled, recap }) => ({
    week,
    date,
    state,
    cancelled,
    recap,
  })),
});

/** How every level is planned and every section runs. */
export async function listCourses(db: Database, config: Config, workers: Workers): Promise<Course[]> {
  const [today, levels, sections] = await together(
    () => studioToday(db, config),
    () => listLevels(db),
    () => listSections(db),
  );
  const [lessonsOf, dancers] = await together(
    () => listLessons(db, sections),
    () => countDancers(db, today),
  );
  return workers.run("lookAtCourses", [
    ...levels.map(({ planId }) => ({ planId, after: 0, dancers: 0, lessons: [] })),
    ...sections.map((section) => askedSection(section, lessonsOf.get(section.id) ?? [], dancers)),
  ]);
}
