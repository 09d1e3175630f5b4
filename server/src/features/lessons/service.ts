import type { Lesson, LessonChange, LessonSegment, SegmentContent } from "@map-step/contract";
import { totalMinutes } from "@map-step/core/lesson";
import { inTransaction } from "../../db/ambient.ts";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { inUse, invalid, stale } from "../../http/problems.ts";
import { currentUser } from "../../http/request.ts";
import { readSection } from "../sections/read.ts";
import type { LessonRow } from "./models.ts";
import { keptLesson, openLesson, readLesson } from "./read.ts";

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

/**
 * The row of a lesson, held until the transaction ends, so that edits and notes of several people come one after the
 * other; made now if there was none.
 */
async function lockLesson(
  db: Database,
  sectionId: string,
  week: number,
): Promise<{ readonly row: LessonRow; readonly isNew: boolean }> {
  const made = await rowsOf(
    db,
    `insert into lessons (section_id, week, state, follows_plan, changed_by) values ($sectionId, $week, 'planned', true, $by)
     on conflict (section_id, week) do nothing returning id`,
    { sectionId, week, by: currentUser()?.id ?? null },
  );
  const row = await db.Lesson.findOne({ where: { sectionId, week }, lock: true, rejectOnEmpty: true });
  return { row, isNew: made.length > 0 };
}

async function writeSegments(
  db: Database,
  lessonId: string,
  segments: readonly SegmentContent[],
  before: readonly LessonSegment[],
): Promise<void> {
  const marks = new Map(before.map((segment) => [segment.id, segment]));
  await db.LessonSegment.destroy({ where: { lessonId } });
  await db.LessonSegment.bulkCreate(
    segments.map((segment, position) => {
      const { covered = null, reached = null } = marks.get(segment.id) ?? {};
      return { ...segment, lessonId, position, covered, reached };
    }),
  );
}

/**
 * The lesson's row, held, with a running order of its own: the planned one is kept now where the plan still leads.
 * @returns its parts as they are now
 */
export async function lockOrder(
  db: Database,
  sectionId: string,
  week: number,
): Promise<{ readonly lessonId: string; readonly segments: readonly LessonSegment[] }> {
  await readSection(db, sectionId);
  const { row, isNew } = await lockLesson(db, sectionId, week);
  if (!row.followsPlan) {
    const kept = await keptLesson(db, sectionId, week);
    return { lessonId: row.id, segments: kept?.segments ?? [] };
  }
  const { lesson } = await openLesson(db, sectionId, week);
  await writeSegments(db, row.id, lesson.segments, []);
  await row.update({ followsPlan: false, version: row.version + (isNew ? 0 : 1) });
  return { lessonId: row.id, segments: lesson.segments };
}

/** Keeps a running order. Marks given in class stay with their parts. */
export const changeLesson = (
  db: Database,
  sectionId: string,
  week: number,
  change: LessonChange,
): Promise<Lesson> =>
  inTransaction(db, async () => {
    const now = await readLesson(db, sectionId, week);
    const { row, isNew } = await lockLesson(db, sectionId, week);
    const current = () => readLesson(db, sectionId, week);
    const kept = (await keptLesson(db, sectionId, week))?.segments ?? [];
    const values = {
      followsPlan: false,
      ...(change.shortBy === undefined ? {} : { shortBy: change.shortBy }),
    };
    if (!isNew) await changeAt(db, db.Lesson, row.id, change.version, values, current);
    else if (change.version === 0) await row.update(values);
    else throw stale(now);
    const lessonMinutes = Math.max(1, now.lessonMinutes + now.shortBy - (change.shortBy ?? now.shortBy));
    checkMinutes(change.segments, kept, lessonMinutes);
    await writeSegments(db, row.id, change.segments, kept);
    return current();
  });

/** Forgets the kept running order, so that the plan leads again. The row stays, and its version counts on. */
export const rebuildLesson = (
  db: Database,
  sectionId: string,
  week: number,
  version: number,
): Promise<Lesson> =>
  inTransaction(db, async () => {
    const current = () => readLesson(db, sectionId, week);
    const row = await db.Lesson.findOne({ where: { sectionId, week }, lock: true });
    if (!row) return current();
    if (row.state === "taught" || (await db.ClassEntry.count({ where: { lessonId: row.id } })) > 0)
      throw inUse("Something was noted of this lesson in class, so its running order stays.");
    await changeAt(db, db.Lesson, row.id, version, { followsPlan: true, shortBy: 0 }, current);
    await db.LessonSegment.destroy({ where: { lessonId: row.id } });
    return current();
  });
