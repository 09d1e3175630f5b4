import { namesOf, SECTION_FIELDS, type Section } from "@map-step/contract";
import { lessonDates } from "@map-step/core/time";
import type { Database } from "../../db/connection.ts";
import { rowsOf, selected } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";

type SectionRow = Omit<Section, "dates"> & { readonly weeks: number };

/** Which sections are read: all that are there, those of some ids, or those that somebody teaches or stands in for. */
type Which = { readonly ids: readonly string[] } | { readonly teacherId: string };

/** Sections in the order in which they were opened. */
export async function listSections(db: Database, which?: Which): Promise<Section[]> {
  const condition = !which
    ? ""
    : "ids" in which
      ? "and s.id = any($ids::uuid[])"
      : `and s.id in (select section_id from section_teachers where staff_id = $teacherId
           union all select section_id from section_stand_ins where staff_id = $teacherId)`;
  const rows = await rowsOf<SectionRow>(
    db,
    `select s.id, s.version, s.level_id as "levelId", to_char(s.first_date, 'YYYY-MM-DD') as "firstDate",
       s.start_time as "startTime", ${selected(namesOf(SECTION_FIELDS, "name", "line", "maybe"), "s")}, p.id as "planId", l.weeks,
       array(select to_char(day, 'YYYY-MM-DD') from section_days_off where section_id = s.id order by day)
         as "daysOff",
       array(select t.id::text from section_teachers join staff t on t.id = staff_id
             where section_id = s.id order by t.name, t.id) as "teacherIds",
       array(select staff_id::text from section_substitutes where section_id = s.id and on_day >= studio_today() order by created_at, staff_id)
         as "substituteIds",
       coalesce((select json_agg(json_build_object('week', week, 'staffId', staff_id, 'forId', for_id)
                   order by week, for_id) from section_stand_ins where section_id = s.id), '[]') as "standIns"
     from sections s join levels l on l.id = s.level_id join plans p on p.section_id = s.id
     where s.deleted_at is null ${condition}
     order by s.created_at, s.name`,
    { ...which },
  );
  return rows.map(({ weeks, ...section }) => ({
    ...section,
    dates: lessonDates(section.firstDate, weeks, section.daysOff),
  }));
}

/** @throws a not-found problem */
export async function readSection(db: Database, id: string): Promise<Section> {
  const [section] = await listSections(db, { ids: [id] });
  if (!section) throw notFound();
  return section;
}
