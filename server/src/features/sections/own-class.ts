import type { Person } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { forbidden, notFound } from "../../http/problems.ts";

/*
 * Who sees what of a student, in one place:
 * - The director sees all.
 * - A class is somebody's own who is among its teachers, who stepped in this evening, or who stands in for a lesson that
 *   is not over. A class without teachers is everybody's.
 * - A student is somebody's own who is on the roster of a class of theirs now. Who was taken off is so no longer.
 * - Of an own student, a teacher sees what was noted in classes of their own. What was noted elsewhere stays closed, until
 *   the director or a teacher of that class opens it to this class (`enrolments.opened`); whoever is enrolled by the
 *   director comes with all of it open, whoever is enrolled by one of their teachers with what that teacher sees.
 * - Whoever sees all of somebody may change their name and hand over all that is kept of them.
 */

/** How long whoever stood in may still send what they noted that evening, on a device without a network. Days. */
const LATE_DAYS = 7;

const teaches = (sectionId: string, late: number): string => `(
  exists (select 1 from section_teachers where section_id = ${sectionId} and staff_id = $personId)
  or exists (select 1 from section_substitutes where section_id = ${sectionId} and staff_id = $personId
    and on_day >= studio_today() - ${late})
  or exists (select 1 from section_stand_ins where section_id = ${sectionId} and staff_id = $personId
    and lesson_day(section_id, week) >= studio_today() - ${late})
  or not exists (select 1 from section_teachers where section_id = ${sectionId}))`;

/** SQL: whether `$personId` teaches the section with an id, stands in for its teachers, or it has none. */
export const TEACHES = (sectionId: string): string => teaches(sectionId, 0);

/** SQL: whether the person of a student is on the roster of a class that `$personId` teaches. */
const IS_OWN = (studentPerson: string, and = "true"): string => `exists (
  select 1 from enrolments mine join students me on me.id = mine.student_id
  where me.person_id = ${studentPerson} and mine.deleted_at is null and ${and} and ${TEACHES("mine.section_id")})`;

/** SQL: whether what was noted of somebody in a section is open to `$personId`. */
export const SEES = (studentPerson: string, sectionId: string): string =>
  `($isDirector or ${TEACHES(sectionId)}
    or ${IS_OWN(studentPerson, `(mine.opened is null or ${sectionId} = any(mine.opened))`)})`;

/** SQL: whether every class that somebody takes or took is open to `$personId`; `$isDirector` for the director. */
export const SEES_ALL = (
  studentPerson: string,
): string => `($isDirector or (${IS_OWN(studentPerson)} and not exists (
  select 1 from enrolments e join students o on o.id = e.student_id
  where o.person_id = ${studentPerson} and not ${SEES(studentPerson, "e.section_id")})))`;

/** What `SEES` and `SEES_ALL` are asked with. */
export const asking = ({ id, role }: Person) => ({ personId: id, isDirector: role === "director" });

const CLOSED = "The students of this class are seen by its teachers. Step in as a substitute first.";

async function hold(db: Database, person: Person, sectionId: string, late: number): Promise<void> {
  if (person.role === "director") return;
  const [own] = await rowsOf<{ mine: boolean }>(db, `select ${teaches("$sectionId::uuid", late)} as mine`, {
    sectionId,
    personId: person.id,
  });
  if (!own?.mine) throw forbidden(CLOSED);
}

/**
 * Students of a section are seen and marked by those who teach it, by who stands in for them, and by the director.
 * @throws a problem that says so
 */
export const requireOwnClass = (db: Database, person: Person, sectionId: string): Promise<void> =>
  hold(db, person, sectionId, 0);

/** What was noted in an evening may come some days later, from a device that had no network. @throws a problem */
export const requireNotedClass = (db: Database, person: Person, sectionId: string): Promise<void> =>
  hold(db, person, sectionId, LATE_DAYS);

/**
 * A student is seen by those who teach one of the classes that they are on the roster of.
 * @throws a problem that says so
 */
export async function requireOwnStudent(db: Database, person: Person, studentId: string): Promise<void> {
  await holdStudent(
    ...([db, person, studentId, IS_OWN("students.person_id")] as const),
    "This student is seen by the teachers of their classes.",
  );
}

const ELSEWHERE =
  "What was noted of them in other classes is closed to you. The director, or a teacher of that class, can open it.";

/**
 * What changes or hands over a person as a whole is for those who see all of them.
 * @throws a problem that says so
 */
export async function requireWholeStudent(db: Database, person: Person, studentId: string): Promise<void> {
  await requireOwnStudent(db, person, studentId);
  await holdStudent(db, person, studentId, SEES_ALL("students.person_id"), ELSEWHERE);
}

/** @param which the condition, in SQL, about a row of students */
async function holdStudent(
  db: Database,
  person: Person,
  studentId: string,
  which: string,
  why: string,
): Promise<void> {
  if (person.role === "director") return;
  const [own] = await rowsOf<{ mine: boolean }>(
    db,
    `select ${which} as mine from students where id = $studentId`,
    { studentId, ...(which.includes("$isDirector") ? asking(person) : { personId: person.id }) },
  );
  if (!own) throw notFound();
  if (!own.mine) throw forbidden(why);
}
