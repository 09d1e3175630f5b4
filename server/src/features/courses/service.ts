import type { Course, Section } from "@map-step/contract";
import type { Config } from "../../config.ts";
import { readAll } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import type { AskedCourse, Workers } from "../../work/work.ts";
import { lessonStates } from "../lessons/read.ts";
import { listSections } from "../sections/read.ts";

/** The last week of some lessons that was taught; 0 when none was. */
export const lastTaught = (lessons: AskedCourse["lessons"]): number =>
  Math.max(0, ...lessons.flatMap(({ state, week }) => (state === "taught" ? [week] : [])));

interface PlanOfCourse {
  readonly planId: string;
  readonly sectionId: string | null;
  readonly dancers: number;
}

/**
 * The plans of the levels, and those of the sections that are there with how many dance in each.
 * @param today the studio's own day where nothing is given
 * @param sectionIds only theirs, where some are given
 */
export const coursePlans = (
  db: Database,
  today: string | undefined,
  sectionIds?: readonly string[],
): Promise<PlanOfCourse[]> =>
  rowsOf<PlanOfCourse>(
    db,
    `with day as (
       select coalesce($today::date, (now() at time zone coalesce((select time_zone from studio), 'UTC'))::date) as today
     )
     select p.id as "planId", p.section_id as "sectionId",
       (select count(*)::int from enrolments e cross join day where e.section_id = p.section_id and e.deleted_at is null
          and not e.waiting and e.from_date <= today and coalesce(e.until_date, today) >= today) as dancers
     from plans p join levels l on l.id = p.level_id left join sections s on s.id = p.section_id
     where l.deleted_at is null and s.deleted_at is null
       ${sectionIds ? "and p.section_id = any($sectionIds::uuid[])" : ""}
     order by l.created_at, l.id, s.created_at nulls first, s.id`,
    { today: today ?? null, ...(sectionIds ? { sectionIds } : {}) },
  );

/** A section to be looked at. */
export const askedSection = (
  { planId }: Section,
  lessons: AskedCourse["lessons"],
  dancers: number,
): AskedCourse => ({
  planId,
  after: lastTaught(lessons),
  dancers,
  lessons: lessons.map(({ week, date, state, recap }) => ({ week, date, state, recap })),
});

/** How every level is planned and every section runs. */
export async function listCourses(db: Database, config: Config, workers: Workers): Promise<Course[]> {
  const [plans, sections] = await readAll(
    () => coursePlans(db, config.STUDIO_TODAY),
    () => listSections(db),
  );
  const lessonsOf = await lessonStates(db, sections);
  const sectionOf = new Map(sections.map((section) => [section.id, section]));
  return workers.run(
    "lookAtCourses",
    plans.flatMap(({ planId, sectionId, dancers }): AskedCourse[] => {
      if (sectionId === null) return [{ planId, after: 0, dancers, lessons: [] }];
      const section = sectionOf.get(sectionId);
      return section ? [askedSection(section, lessonsOf.get(sectionId) ?? [], dancers)] : [];
    }),
  );
}
