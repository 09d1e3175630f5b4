import type { Enrolled, EnrolmentContent, Person, StudentContent, StudioPerson } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import { bringBack, changeAt, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { lockRow, rowsOf } from "../../db/query.ts";
import { forbidden, HttpProblem, invalid } from "../../http/problems.ts";
import { requireOwnClass, requireWholeStudent, TEACHES } from "../sections/own-class.ts";
import { enrolledByIds, listEnrolled, readEnrolled, readPerson } from "./read.ts";

interface ToEnrol extends StudentContent {
  readonly studentId: string | null;
}

/** Two of one name cannot be told apart in a class. */
async function refuseSameNames(
  db: Database,
  sectionId: string,
  coming: readonly { readonly id: string; readonly name: string }[],
): Promise<void> {
  const seen = new Map((await listEnrolled(db, sectionId)).map(({ id, name }) => [name.toLowerCase(), id]));
  coming.forEach(({ id, name }, index) => {
    const other = seen.get(name.toLowerCase());
    if (other !== undefined && other !== id)
      throw invalid([
        {
          path: coming.length > 1 ? `students.${index}.name` : "name",
          message: `Another student of this section is called ${name}. Add a second name or a letter.`,
        },
      ]);
    seen.set(name.toLowerCase(), id);
  });
}

/** Classes of theirs in which somebody who enrols them teaches: of those, what was noted is open. Null for of all. */
async function openTo(
  db: Database,
  person: Person,
  studentIds: readonly string[],
): Promise<ReadonlyMap<string, string[] | null>> {
  if (person.role === "director") return new Map(studentIds.map((id) => [id, null]));
  const rows = await rowsOf<{ id: string; sections: string[] }>(
    db,
    `select s.id, array(select distinct e.section_id from enrolments e join students o on o.id = e.student_id
         where o.person_id = s.person_id and e.deleted_at is null and ${TEACHES("e.section_id")}) as sections
     from students s where s.id = any($studentIds::uuid[])`,
    { studentIds, personId: person.id },
  );
  return new Map(rows.map(({ id, sections }) => [id, sections]));
}

/** Enrols some in one step, all or none; who is enrolled already stays as they are. */
export const enrol = (
  db: Database,
  person: Person,
  sectionId: string,
  from: string,
  students: readonly ToEnrol[],
  {
    batchId = null,
    waiting,
  }: { readonly batchId?: string | null; readonly waiting?: ReadonlySet<string> } = {},
): Promise<Enrolled[]> =>
  inTransaction(db, async () => {
    // One after the other, so that two who enrol the same person in the same moment meet.
    await lockRow(db, "sections", sectionId);
    await db.Section.findByPk(sectionId, { lock: true });
    const known = students.flatMap(({ studentId }) => studentId ?? []);
    const there = await rowsOf<{ id: string; name: string }>(
      db,
      "select id, name from students where id = any($known::uuid[])",
      { known },
    );
    const names = new Map(there.map(({ id, name }) => [id, name]));
    students.forEach(({ studentId }, index) => {
      if (studentId !== null && !names.has(studentId))
        throw invalid([
          { path: `students.${index}.studentId`, message: "This student is not there any more" },
        ]);
    });
    const made = await db.Student.bulkCreate(
      students.flatMap(({ studentId, name, role }) => (studentId === null ? [{ name, role }] : [])),
    );
    const newIds = made.map(({ id }) => id);
    const ids = students.map(({ studentId }) => studentId ?? (newIds.shift() as string));
    await refuseSameNames(
      db,
      sectionId,
      students.map(({ name }, index) => {
        const id = ids[index] as string;
        return { id, name: names.get(id) ?? name };
      }),
    );
    const enrolled = new Set((await listEnrolled(db, sectionId)).map(({ id }) => id));
    const coming = new Map(
      students.flatMap(({ role }, index) => {
        const studentId = ids[index] as string;
        return enrolled.has(studentId) ? [] : [[studentId, role] as const];
      }),
    );
    const opened = await openTo(db, person, [...coming.keys()]);
    const rows = await db.Enrolment.bulkCreate(
      [...coming].map(([studentId, role]) => ({
        sectionId,
        studentId,
        role,
        fromDate: from,
        batchId,
        opened: opened.get(studentId) ?? null,
        waiting: waiting?.has(studentId) ?? false,
      })),
    );
    return enrolledByIds(
      db,
      rows.map(({ id }) => id),
    );
  });

/** Somebody new; from the first lesson on where nothing else is said. */
export const createStudent = (
  db: Database,
  person: Person,
  sectionId: string,
  { from, ...content }: StudentContent & { readonly from?: string | undefined },
): Promise<Enrolled> =>
  inTransaction(db, async () => {
    await lockRow(db, "sections", sectionId);
    const section = await db.Section.findByPk(sectionId, { rejectOnEmpty: true });
    const [one] = await enrol(db, person, sectionId, from ?? section.firstDate, [
      { ...content, studentId: null },
    ]);
    return one as Enrolled;
  });

/** Changes what a student is called, or the role that they usually take. */
export const changeStudent = (
  db: Database,
  person: Person,
  id: string,
  { version, ...content }: StudentContent & { version: number },
): Promise<StudioPerson> =>
  inTransaction(db, async () => {
    await requireWholeStudent(db, person, id);
    await changeAt(db, db.Student, id, version, content, () => readPerson(db, person, id));
    for (const { sectionId } of await rowsOf<{ sectionId: string }>(
      db,
      `select section_id as "sectionId" from enrolments where student_id = $id and deleted_at is null
       and exists (select 1 from enrolments other join students on students.id = other.student_id
         where other.section_id = enrolments.section_id and other.deleted_at is null and students.id <> $id
           and lower(students.name) = lower($name)) limit 1`,
      { id, name: content.name },
    ))
      await refuseSameNames(db, sectionId, [{ id, name: content.name }]);
    return readPerson(db, person, id);
  });

/** Changes what a student is in a section: the role, from when until when, on the roster or waiting. */
export const changeEnrolment = (
  db: Database,
  person: Person,
  id: string,
  { version, from, until, ...content }: EnrolmentContent & { version: number },
): Promise<Enrolled> =>
  inTransaction(db, async () => {
    const { sectionId } = await readEnrolled(db, id);
    await requireOwnClass(db, person, sectionId);
    const values = { ...content, fromDate: from, untilDate: until };
    await changeAt(db, db.Enrolment, id, version, values, () => readEnrolled(db, id));
    return readEnrolled(db, id);
  });

/**
 * Opens what was noted of somebody in other classes to those who teach this one: all of it when the director says so,
 * what was noted in a class of their own when a teacher does. @throws a problem where nothing is theirs to open
 */
export const openEnrolment = (db: Database, person: Person, id: string): Promise<Enrolled> =>
  inTransaction(db, async () => {
    const { enrolmentId } = await readEnrolled(db, id);
    const [row] = await rowsOf<{ mine: string[] }>(
      db,
      `select array(select distinct other.section_id from enrolments other join students o on o.id = other.student_id
         where o.person_id = s.person_id and other.id <> e.id and ${TEACHES("other.section_id")}) as mine
       from enrolments e join students s on s.id = e.student_id where e.id = $id for update of e`,
      { id: enrolmentId, personId: person.id },
    );
    const mine = row?.mine ?? [];
    if (person.role !== "director" && mine.length === 0)
      throw forbidden(
        "What was noted of them is opened by the director, or by a teacher of the class it was noted in.",
      );
    await rowsOf(
      db,
      `update enrolments set opened = case when $all then null
         else array(select distinct unnest(opened || $mine::uuid[])) end where id = $id and opened is not null returning id`,
      { id: enrolmentId, all: person.role === "director", mine },
    );
    return readEnrolled(db, id);
  });

/** Takes a student off a roster; `restoreEnrolment` brings them back. Their marks stay theirs. */
export const removeEnrolment = (db: Database, person: Person, id: string): Promise<Record<string, never>> =>
  inTransaction(db, async () => {
    const { sectionId } = await readEnrolled(db, id);
    await requireOwnClass(db, person, sectionId);
    await markRemoved(db, db.Enrolment, id);
    return {};
  });

export const restoreEnrolment = (db: Database, person: Person, id: string): Promise<Enrolled> =>
  inTransaction(db, async () => {
    const row = await db.Enrolment.findByPk(id);
    if (row) await requireOwnClass(db, person, row.sectionId);
    await bringBack(db, db.Enrolment, id, async ({ sectionId, studentId }) => {
      await lockRow(db, "sections", sectionId).catch((error: unknown) => {
        if (!(error instanceof HttpProblem)) throw error;
        throw invalid([{ path: "", message: "Their section is not there any more; bring it back first" }]);
      });
      const student = await db.Student.findByPk(studentId, { rejectOnEmpty: true });
      await refuseSameNames(db, sectionId, [{ id: studentId, name: student.name }]);
      if ((await db.Enrolment.count({ where: { sectionId, studentId, deletedAt: null } })) > 0)
        throw invalid([{ path: "", message: "They are on the roster already" }]);
    });
    return readEnrolled(db, id);
  });
