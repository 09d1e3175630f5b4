import type { StudentExport } from "@map-step/contract";
import { MARK_NAMES, type Mark } from "@map-step/core/check";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";
import { listSections } from "../sections/read.ts";
import { namePattern } from "./name-pattern.ts";

/** Everything that is one person's: the rows under which they were written, the person's own first. */
export interface Family {
  readonly ids: readonly string[];
  readonly names: readonly string[];
  readonly role: StudentExport["role"];
  readonly since: Date;
  /** Sections that they take or took, removed ones among them. */
  readonly sectionIds: readonly string[];
}

/** Everything that is one person's. @throws a not-found problem */
export async function familyOf(db: Database, studentId: string, hold = false): Promise<Family> {
  const rows = await rowsOf<{ id: string; name: string; role: Family["role"]; since: Date }>(
    db,
    `select id, name, role, created_at as since from students
     where person_id = (select person_id from students where id = $studentId)
     order by (same_as is null) desc, created_at ${hold ? "for update" : ""}`,
    { studentId },
  );
  const [first] = rows;
  if (!first) throw notFound();
  const ids = rows.map(({ id }) => id);
  const sections = await rowsOf<{ id: string }>(
    db,
    "select distinct section_id as id from enrolments where student_id = any($ids::uuid[])",
    { ids },
  );
  return {
    ids,
    names: rows.map(({ name }) => name),
    role: first.role,
    since: new Date(Math.min(...rows.map(({ since }) => since.getTime()))),
    sectionIds: sections.map(({ id }) => id),
  };
}

interface NotedRow {
  readonly kind: "attendance" | "waited" | "remark";
  readonly sectionId: string;
  readonly section: string;
  readonly week: number;
  readonly value: { readonly present?: boolean; readonly times?: number; readonly text?: string };
  readonly by: string;
}

/** Everything kept of a student, under whatever names they were written. @throws a not-found problem */
export async function exportStudent(db: Database, id: string): Promise<StudentExport> {
  const { ids, names, role, since, sectionIds } = await familyOf(db, id);
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
       and ((e.kind in ('attendance', 'waited') and e.target = any($ids::text[]))
         or (e.kind = 'remark' and e.value ->> 'text' ~ $pattern))
     order by l.section_id, l.week, e.position`,
    { ids, sectionIds, pattern: namePattern(names, "each word") },
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
  const dates = new Map(sections.map((section) => [section.id, section.dates]));
  const at = (kind: NotedRow["kind"]) =>
    noted
      .filter((row) => row.kind === kind)
      .map(({ sectionId, section, week, value, by }) => ({
        ...{ section, week, by, value },
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
    remarks: at("remark").map(({ value, ...rest }) => ({ ...rest, text: value.text ?? "" })),
  };
}
