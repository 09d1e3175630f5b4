import type { Person } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { forbidden, notFound } from "../../http/problems.ts";

/** SQL: whether `$personId` teaches the section with an id, stands in for its teachers, or it has none. */
export const TEACHES = (sectionId: string): string => `(
  exists (select 1 from section_teachers where section_id = ${sectionId} and staff_id = $personId)
  or exists (select 1 from section_substitutes where section_id = ${sectionId} and staff_id = $personId)
  or exists (select 1 from section_stand_ins where section_id = ${sectionId} and staff_id = $personId)
  or not exists (select 1 from section_teachers where section_id = ${sectionId}))`;

/**
 * Students of a section are seen and marked by those who teach it, by who stands in for them, and by the director.
 * @throws a problem that says so
 */
export async function holdOwnClass(db: Database, person: Person, sectionId: string): Promise<void> {
  if (person.role === "director") return;
  const [own] = await rowsOf<{ mine: boolean }>(db, `select ${TEACHES("$sectionId::uuid")} as mine`, {
    sectionId,
    personId: person.id,
  });
  if (!own?.mine)
    throw forbidden("The students of this class are seen by its teachers. Step in as a substitute first.");
}

/**
 * A student is seen by those who teach one of the sections that they take or took.
 * @throws a problem that says so
 */
export async function holdOwnStudent(db: Database, person: Person, studentId: string): Promise<void> {
  if (person.role === "director") return;
  const [own] = await rowsOf<{ there: boolean; mine: boolean }>(
    db,
    `select exists (select 1 from students where id = $studentId) as there, exists (
       select 1 from enrolments e join students s on s.id = e.student_id
       where s.person_id = (select person_id from students where id = $studentId) and ${TEACHES("e.section_id")}
     ) as mine`,
    { studentId, personId: person.id },
  );
  if (!own?.there) throw notFound();
  if (!own.mine) throw forbidden("This student is seen by the teachers of their classes.");
}
