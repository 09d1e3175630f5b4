import type { Person, StudentExport } from "@map-step/contract";
import { MARK_NAMES, type Mark } from "@map-step/core/check";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { listSections } from "../sections/read.ts";
import { familyOf } from "./family.ts";
import { namePlaces } from "./name-places.ts";

interface NotedRow {
  readonly kind: "attendance" | "waited";
  readonly sectionId: string;
  readonly section: string;
  readonly week: number;
  readonly value: { readonly present?: boolean; readonly times?: number };
  readonly by: string;
}

/** What somebody would like next term, and what was chosen for them. */
const wishesOf = (db: Database, ids: readonly string[]): Promise<StudentExport["wishes"]> =>
  rowsOf(
    db,
    `select levels.name as level,
       coalesce((select one -> 'weekdays' from jsonb_array_elements(g.wishes) one
         where one ->> 'studentId' = any($ids::text[]) limit 1), '[]') as weekdays,
       array(select students.name from jsonb_array_elements(g.wishes) one, jsonb_array_elements_text(one -> 'together') other
         join students on students.id::text = other where one ->> 'studentId' = any($ids::text[])) as together,
       (select (one -> 'goes')::boolean from jsonb_array_elements(g.goes) one
         where one ->> 'studentId' = any($ids::text[]) limit 1) as goes,
       coalesce((select sections.name from jsonb_array_elements(g.locks) one
         join sections on sections.id::text = one ->> 'sectionId'
         where one ->> 'studentId' = any($ids::text[]) limit 1), '') as section
     from group_plans g join levels on levels.id = g.level_id
     where exists (select from jsonb_array_elements(g.wishes || g.goes || g.locks) one
       where one ->> 'studentId' = any($ids::text[]))
     order by levels.name`,
    { ids },
  );

/**
 * Everything kept of a student, under whatever names they were written.
 * @param person who asks: what is proposed is read by who proposes it and by directors only
 * @throws a not-found problem
 */
export async function exportStudent(db: Database, person: Person, id: string): Promise<StudentExport> {
  const family = await familyOf(db, id);
  const { ids, names, role, since, sectionIds } = family;
  const sections = await listSections(db, { ids: sectionIds });
  const courses = await rowsOf<StudentExport["courses"][number]>(
    db,
    `select levels.name as level, sections.name as section, e.role, to_char(e.from_date, 'YYYY-MM-DD') as "from",
       to_char(e.until_date, 'YYYY-MM-DD') as until, e.waiting
     from enrolments e join sections on sections.id = e.section_id join levels on levels.id = sections.level_id
     where e.student_id = any($ids::uuid[]) order by e.from_date, e.created_at`,
    { ids },
  );
  const noted = await rowsOf<NotedRow>(
    db,
    `select e.kind, l.section_id as "sectionId", sections.name as section, l.week, e.value, staff.name as by
     from class_entries e join lessons l on l.id = e.lesson_id join sections on sections.id = l.section_id
       join staff on staff.id = e.staff_id
     where e.value is not null and l.section_id = any($sectionIds::uuid[])
       and e.kind in ('attendance', 'waited') and e.target = any($ids::text[])
     order by l.section_id, l.week, e.position`,
    { ids, sectionIds },
  );
  const marks = await rowsOf<Omit<StudentExport["marks"][number], "mark"> & { readonly mark: Mark | null }>(
    db,
    `select to_char(e.day, 'YYYY-MM-DD') as date, figures.name as figure, e.role, e.layer, e.mark,
       e.corrects is not null as corrects, staff.name as by
     from seen_evidence e join figures on figures.id = e.figure_id join staff on staff.id = e.staff_id
     where e.student_id = any($ids::uuid[]) order by e.day, e.position`,
    { ids },
  );
  const practice = await rowsOf<StudentExport["practice"][number]>(
    db,
    `select to_char(p.created_at, 'YYYY-MM-DD') as date, coalesce(figures.name, sequences.name) as name,
       (p.measure ->> 'bpm')::float as bpm, (p.measure ->> 'offset')::float as "offset",
       (p.measure ->> 'spread')::float as spread, staff.name as by
     from practice_results p left join figures on figures.id = p.figure_id
       left join sequences on sequences.id = p.sequence_id join staff on staff.id = p.staff_id
     where p.student_id = any($ids::uuid[]) order by p.created_at`,
    { ids },
  );
  const { places } = await namePlaces(db, family);
  const open = places.filter(
    ({ isClosed, byId }) => !isClosed || person.role === "director" || byId === person.id,
  );
  const sure = open.filter(({ doubt }) => doubt === null);
  const dates = new Map(sections.map((section) => [section.id, section.dates]));
  const at = (kind: NotedRow["kind"]) =>
    noted
      .filter((row) => row.kind === kind)
      .map(({ sectionId, section, week, value, by }) => ({
        section,
        week,
        by,
        value,
        date: dates.get(sectionId)?.[week - 1] ?? "",
      }));
  return {
    name: names[0] ?? "",
    role,
    otherNames: names.slice(1),
    since: since.toISOString(),
    courses,
    attendance: at("attendance").map(({ value, ...rest }) => ({ ...rest, present: value.present === true })),
    waited: at("waited").map(({ value, ...rest }) => ({ ...rest, times: value.times ?? 0 })),
    practice,
    marks: marks.map(({ mark, ...rest }) => ({ ...rest, mark: mark === null ? "" : MARK_NAMES[mark] })),
    wishes: await wishesOf(db, ids),
    // A text in which the name stands twice is one text.
    written: [
      ...new Map(sure.map((place) => [`${place.what} ${place.about} ${place.text}`, place])).values(),
    ].map(({ what, about, day, text, by, copies }) => ({ what, about, day, text, by, copies })),
    doubtful: open.length - sure.length,
  };
}
