import { type Enrolled, ERASED, type Person, type StudioPerson } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";
import { TEACHES } from "../sections/own-class.ts";

const ENROLLED = `
  select s.id, s.version, s.name, e.role, to_char(e.from_date, 'YYYY-MM-DD') as "from",
    to_char(e.until_date, 'YYYY-MM-DD') as until, e.waiting, e.section_id as "sectionId", e.id as "enrolmentId",
    e.version as "enrolmentVersion", s.person_id as "personId"
  from enrolments e join students s on s.id = e.student_id
  where e.deleted_at is null`;
const IN_ORDER = `
  order by array_position(array['leader', 'follower', 'both', 'solo'], e.role), lower(s.name), s.id`;

/** Everybody of a section, who left and who waits as well: leaders first, each by name. */
export const listEnrolled = (db: Database, sectionId: string): Promise<Enrolled[]> =>
  rowsOf<Enrolled>(db, `${ENROLLED} and e.section_id = $sectionId ${IN_ORDER}`, { sectionId });

/** Some enrolments, in the order of their sections' rosters. */
export const enrolledByIds = (db: Database, ids: readonly string[]): Promise<Enrolled[]> =>
  rowsOf<Enrolled>(db, `${ENROLLED} and e.id = any($ids::uuid[]) ${IN_ORDER}`, { ids });

/** @throws a not-found problem */
export async function readEnrolled(db: Database, id: string): Promise<Enrolled> {
  const [one] = await enrolledByIds(db, [id]);
  if (!one) throw notFound();
  return one;
}

const COURSES = `
  select json_agg(json_build_object('enrolmentId', e.id, 'sectionId', e.section_id, 'section', sections.name,
      'level', levels.name, 'levelId', levels.id, 'role', e.role, 'from', to_char(e.from_date, 'YYYY-MM-DD'),
      'until', to_char(e.until_date, 'YYYY-MM-DD'), 'waiting', e.waiting, 'open', e.opened is null) order by e.from_date, e.created_at)
  from enrolments e join students own on own.id = e.student_id
    join sections on sections.id = e.section_id join levels on levels.id = sections.level_id
  where own.person_id = s.id and e.deleted_at is null and sections.deleted_at is null`;

/** Everybody of the studio, each once, by name; a teacher sees those of their own sections. */
export const listPeople = (db: Database, person: Person, ids?: readonly string[]): Promise<StudioPerson[]> =>
  rowsOf<StudioPerson>(
    db,
    `select s.id, s.version, s.name, s.role, coalesce((${COURSES}), '[]') as courses,
       coalesce((select json_agg(json_build_object('id', j.id, 'name', j.name) order by j.created_at)
         from students j where j.person_id = s.id and j.id <> s.id), '[]') as joined
     from students s
     where s.same_as is null and s.name <> $erased ${ids ? "and s.id = any($ids::uuid[])" : ""}
       and ($isDirector or exists (
         select 1 from enrolments e join students own on own.id = e.student_id
         where own.person_id = s.id and e.deleted_at is null and ${TEACHES("e.section_id")}))
     order by lower(s.name), s.id`,
    { erased: ERASED, isDirector: person.role === "director", personId: person.id, ...(ids ? { ids } : {}) },
  );

/** Who somebody is in the end, whatever they were joined with. @throws a not-found problem */
export async function personOf(db: Database, studentId: string): Promise<string> {
  const [row] = await rowsOf<{ personId: string }>(
    db,
    `select person_id as "personId" from students where id = $studentId`,
    { studentId },
  );
  if (!row) throw notFound();
  return row.personId;
}

/** @throws a not-found problem, also where it is not theirs to see */
export async function readPerson(db: Database, person: Person, studentId: string): Promise<StudioPerson> {
  const [one] = await listPeople(db, person, [await personOf(db, studentId)]);
  if (!one) throw notFound();
  return one;
}
