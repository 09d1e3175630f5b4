import type { Lesson, LessonChange, LessonSegment, SegmentContent } from "@map-step/contract";
import { totalMinutes } from "@map-step/core/lesson";
import { type Transaction, UniqueConstraintError } from "sequelize";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { inUse, invalid, stale } from "../../http/problems.ts";
import { findLesson, readLesson, segmentsOf } from "./read.ts";

/** New minutes must fill the lesson exactly; an order kept before the level changed its length may stay. */
function checkMinutes(
  segments: readonly SegmentContent[],
  before: readonly LessonSegment[],
  lessonMinutes: number,
): void {
  const total = totalMinutes(segments);
  if (total === lessonMinutes || (before.length > 0 && total === totalMinutes(before))) return;
  throw invalid([
    { path: "segments", message: `The parts add up to ${total} minutes; the lesson has ${lessonMinutes}` },
  ]);
}

const shortened = ({ shortBy }: LessonChange) => (shortBy === undefined ? {} : { shortBy });

/** The row of a lesson for an edit made on `version`; made now if nothing was kept before. */
async function rowFor(
  db: Database,
  sectionId: string,
  week: number,
  change: LessonChange,
  transaction: Transaction,
): Promise<string> {
  const current = () => readLesson(db, sectionId, week);
  const row = await findLesson(db, sectionId, week, transaction);
  if (row) {
    await changeAt(db.Lesson, row.id, change.version, shortened(change), transaction, current);
    return row.id;
  }
  if (change.version !== 0) throw stale(await current());
  return (
    await db.Lesson.create({ sectionId, week, state: "planned", ...shortened(change) }, { transaction })
  ).id;
}

/** Keeps a running order. Marks given in class stay with their parts. */
export async function changeLesson(
  db: Database,
  sectionId: string,
  week: number,
  change: LessonChange,
): Promise<Lesson> {
  const now = await readLesson(db, sectionId, week);
  const lessonMinutes = Math.max(1, now.lessonMinutes + now.shortBy - (change.shortBy ?? now.shortBy));
  try {
    await db.sequelize.transaction(async (transaction) => {
      const lessonId = await rowFor(db, sectionId, week, change, transaction);
      const before = await segmentsOf(db, lessonId, transaction);
      checkMinutes(change.segments, before, lessonMinutes);
      await db.LessonSegment.destroy({ where: { lessonId }, transaction });
      const rows = change.segments.map((segment, position) => {
        const { covered = null, reached = null } = before.find(({ id }) => id === segment.id) ?? {};
        return { ...segment, lessonId, position, covered, reached };
      });
      await db.LessonSegment.bulkCreate(rows, { transaction });
    });
  } catch (error) {
    // Somebody else kept the first version of this lesson in the same moment.
    if (error instanceof UniqueConstraintError) throw stale(await readLesson(db, sectionId, week));
    throw error;
  }
  return readLesson(db, sectionId, week);
}

/** Forgets the kept running order, so that the plan leads again. */
export async function rebuildLesson(
  db: Database,
  sectionId: string,
  week: number,
  version: number,
): Promise<Lesson> {
  const row = await findLesson(db, sectionId, week);
  if (!row) return readLesson(db, sectionId, week);
  const segments = await segmentsOf(db, row.id);
  if (row.state === "taught" || segments.some(({ covered }) => covered !== null))
    throw inUse("This lesson has been taught or marked, so its running order stays.");
  const removed = await db.Lesson.destroy({ where: { id: row.id, version } });
  if (removed === 0) throw stale(await readLesson(db, sectionId, week));
  return readLesson(db, sectionId, week);
}
