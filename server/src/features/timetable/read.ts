import type { slot } from "@map-step/contract";
import { minutesOf } from "@map-step/core/timetable";
import type { z } from "zod";
import { readAll } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { listSections } from "../sections/read.ts";

type Slot = z.infer<typeof slot>;

interface Course {
  readonly sectionId: string;
  readonly minutes: number;
  readonly cancelled: readonly number[];
  /** Figures that only some may teach, by the week in which they are new. */
  readonly guarded: readonly {
    readonly week: number;
    readonly figure: string;
    readonly teacherIds: string[];
  }[];
}

const coursesOf = (db: Database): Promise<Course[]> =>
  rowsOf<Course>(
    db,
    `with guards as (
       select figure_id, array_agg(staff_id::text order by staff_id) as ids from figure_teachers group by figure_id
     )
     select s.id as "sectionId", l.lesson_minutes as minutes,
       array(select (entry ->> 'week')::int from jsonb_array_elements(p.special) entry
             where entry ->> 'kind' = 'cancelled') as cancelled,
       coalesce((
         select json_agg(json_build_object('week', c.week, 'figure', f.name, 'teacherIds', guards.ids)
           order by c.week, c.position)
         from plan_figures c join guards on guards.figure_id = c.figure_id join figures f on f.id = c.figure_id
         where c.plan_id = p.id and c.week is not null and f.deleted_at is null
       ), '[]') as guarded
     from sections s join levels l on l.id = s.level_id join plans p on p.section_id = s.id
     where s.deleted_at is null`,
  );

/** Every lesson of some days, both ends counted, in the order in which they are. */
export async function readTimetable(
  db: Database,
  { from, until }: { readonly from: string; readonly until: string },
): Promise<Slot[]> {
  const [sections, courses] = await readAll(
    () => listSections(db),
    () => coursesOf(db),
  );
  const byId = new Map(courses.map((course) => [course.sectionId, course]));
  return sections
    .flatMap(({ id, levelId, dates, startTime, room, teacherIds, standIns }) => {
      const course = byId.get(id);
      if (!course) return [];
      return dates.flatMap((date, index): Slot[] => {
        if (date < from || date > until) return [];
        const week = index + 1;
        return [
          {
            sectionId: id,
            levelId,
            week,
            date,
            start: minutesOf(startTime),
            minutes: course.minutes,
            room,
            teacherIds,
            held: !course.cancelled.includes(week),
            standIns: standIns
              .filter((one) => one.week === week)
              .map(({ staffId, forId }) => ({ staffId, forId })),
            guarded: course.guarded
              .filter((one) => one.week === week)
              .map(({ figure, teacherIds: may }) => ({ figure, teacherIds: may })),
          },
        ];
      });
    })
    .toSorted((a, b) => a.date.localeCompare(b.date) || a.start - b.start);
}
