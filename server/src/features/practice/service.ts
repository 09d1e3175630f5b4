import type { KeptPractice, Person, PracticeToKeep } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { invalid, notFound } from "../../http/problems.ts";
import { asking, SEES_ALL } from "../sections/own-class.ts";

const KEPT = `
  select p.id, p.figure_id as "figureId", p.sequence_id as "sequenceId", p.measure,
    coalesce(figures.name, sequences.name) as name, staff.name as by,
    to_char(p.created_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as at
  from practice_results p left join figures on figures.id = p.figure_id
    left join sequences on sequences.id = p.sequence_id join staff on staff.id = p.staff_id
  where p.student_id = $studentId`;

async function holdStudent(db: Database, id: string): Promise<void> {
  if ((await db.Student.count({ where: { id } })) === 0) throw notFound();
}

/** What a student's taps came to, newest first. @throws a not-found problem */
export async function listPractice(db: Database, person: Person, studentId: string): Promise<KeptPractice[]> {
  await holdStudent(db, studentId);
  // What others measured belongs to no class: it is for those who see all of somebody.
  const seen = `(p.staff_id = $personId or ${SEES_ALL("(select person_id from students where id = $studentId)")})`;
  return rowsOf<KeptPractice>(db, `${KEPT} and ${seen} order by p.created_at desc limit 100`, {
    studentId,
    ...asking(person),
  });
}

/** Keeps what a student's taps came to; one that was sent before is kept once. */
export const keepPractice = (
  db: Database,
  studentId: string,
  { id, figureId, sequenceId, measure }: PracticeToKeep,
  staffId: string,
): Promise<KeptPractice> =>
  inTransaction(db, async () => {
    await holdStudent(db, studentId);
    const [about] = await rowsOf(
      db,
      `select id from figures where id = $figureId and deleted_at is null
       union all select id from sequences where id = $sequenceId and deleted_at is null`,
      { figureId, sequenceId },
    );
    if (!about)
      throw invalid([
        {
          path: figureId === null ? "sequenceId" : "figureId",
          message: "This is not there any more. Its measurement can't be kept.",
        },
      ]);
    await rowsOf(
      db,
      `insert into practice_results (id, student_id, figure_id, sequence_id, measure, staff_id)
       values ($id, $studentId, $figureId, $sequenceId, $measure::jsonb, $staffId)
       on conflict (id) do nothing returning id`,
      { id, studentId, figureId, sequenceId, measure: JSON.stringify(measure), staffId },
    );
    const [kept] = await rowsOf<KeptPractice>(db, `${KEPT} and p.id = $id`, { studentId, id });
    if (!kept) throw invalid([{ path: "id", message: "Another student has a measurement of this id" }]);
    return kept;
  });

/** Takes a measurement away. @throws a not-found problem */
export async function removePractice(
  db: Database,
  studentId: string,
  id: string,
): Promise<Record<string, never>> {
  const gone = await rowsOf(
    db,
    "delete from practice_results where id = $id and student_id = $studentId returning id",
    { id, studentId },
  );
  if (gone.length === 0) throw notFound();
  return {};
}
