import type { EntryAnswer, KeptEntry, LogEntryRecord, Person } from "@map-step/contract";
import { judgeEntry, readLog } from "@map-step/core/lesson";
import { Op, type Transaction } from "sequelize";
import type { Database } from "../../db/connection.ts";
import { notFound } from "../../http/problems.ts";
import { findLesson, readLesson } from "../lessons/read.ts";
import { changeLesson } from "../lessons/service.ts";
import { readSection } from "../sections/service.ts";
import type { ClassEntryRow } from "./models.ts";

interface Log {
  readonly entries: KeptEntry[];
  readonly waitedBefore: { studentId: string; times: number }[];
}

const view = (row: ClassEntryRow, names: ReadonlyMap<string, string>): KeptEntry => {
  const { id, kind, target, value, after, notedAt, outcome, staffId } = row;
  const by = names.get(staffId) ?? "";
  return { id, kind, target, value, after, at: notedAt.toISOString(), by, outcome } as KeptEntry;
};

async function entriesOf(db: Database, lessonId: string, transaction?: Transaction): Promise<KeptEntry[]> {
  const within = transaction ? { transaction } : {};
  const rows = await db.ClassEntry.findAll({ where: { lessonId }, order: ["position"], ...within });
  const staff = await db.Staff.findAll({
    where: { id: [...new Set(rows.map(({ staffId }) => staffId))] },
    ...within,
  });
  const names = new Map(staff.map(({ id, name }) => [id, name]));
  return rows.map((row) => view(row, names));
}

/** How often each student sat out in the lessons of a section before a week. */
async function waitedBefore(
  db: Database,
  sectionId: string,
  week: number,
  transaction?: Transaction,
): Promise<Log["waitedBefore"]> {
  const within = transaction ? { transaction } : {};
  const lessons = await db.Lesson.findAll({ where: { sectionId, week: { [Op.lt]: week } }, ...within });
  const lessonId = lessons.map(({ id }) => id);
  const rows = await db.ClassEntry.findAll({
    where: { lessonId, kind: "waited" },
    order: ["position"],
    ...within,
  });
  const times = new Map<string, number>();
  for (const one of lessonId) {
    const entries = rows.filter((row) => row.lessonId === one).map((row) => view(row, new Map()));
    for (const { entry } of readLog(entries).values())
      if (entry.kind === "waited")
        times.set(entry.target, (times.get(entry.target) ?? 0) + (entry.value?.times ?? 0));
  }
  return [...times].map(([studentId, count]) => ({ studentId, times: count }));
}

/** Everything noted of a lesson, in the order in which it came; nothing while the lesson follows its plan. */
export async function readClassLog(db: Database, sectionId: string, week: number): Promise<Log> {
  await readSection(db, sectionId);
  const lesson = await findLesson(db, sectionId, week);
  return {
    entries: lesson ? await entriesOf(db, lesson.id) : [],
    waitedBefore: await waitedBefore(db, sectionId, week),
  };
}

/** Why an entry cannot be kept, given the parts of its lesson and the students of its section; `null` when it can. */
function refusal(
  { kind, target }: LogEntryRecord,
  parts: ReadonlySet<string>,
  students: ReadonlySet<string>,
): string | null {
  if ((kind === "mark" || kind === "spent") && !parts.has(target))
    return "This part is not in the lesson any more.";
  if ((kind === "attendance" || kind === "waited") && !students.has(target))
    return "This student is not in the section.";
  return null;
}

/** What the rest of the studio reads follows the last word of the log. */
async function apply(
  db: Database,
  lessonId: string,
  entry: LogEntryRecord,
  transaction: Transaction,
): Promise<void> {
  if (entry.kind === "mark") {
    const { covered = null, reached = null } = entry.value ?? {};
    await db.LessonSegment.update({ covered, reached }, { where: { id: entry.target }, transaction });
  }
  if (entry.kind === "ended")
    await db.Lesson.update(
      { state: entry.value ? "taught" : "planned" },
      { where: { id: lessonId }, transaction },
    );
}

/** Keeps the running order as it is planned, so that something can be noted of it; nothing when one is kept. */
async function keepPlanned(db: Database, sectionId: string, week: number): Promise<void> {
  if (await findLesson(db, sectionId, week)) return;
  const { segments } = await readLesson(db, sectionId, week);
  try {
    await changeLesson(db, sectionId, week, { version: 0, segments });
  } catch (error) {
    // Another device kept it in this moment; its parts are the same.
    if (!(await findLesson(db, sectionId, week))) throw error;
  }
}

/**
 * Notes entries in the order given, all or none of them in one transaction. The lesson's row is held meanwhile, so
 * entries of two devices come one after the other. An entry that is there already is answered as it was; one that
 * meets another's word is kept in the log as such and changes nothing.
 */
export async function noteInLog(
  db: Database,
  sectionId: string,
  week: number,
  sent: readonly LogEntryRecord[],
  person: Pick<Person, "id">,
): Promise<Log & { readonly answers: EntryAnswer[] }> {
  await keepPlanned(db, sectionId, week);
  return db.sequelize.transaction(async (transaction) => {
    const lesson = await db.Lesson.findOne({
      where: { sectionId, week },
      transaction,
      lock: transaction.LOCK.UPDATE,
    });
    if (!lesson) throw notFound();
    const lessonId = lesson.id;
    const parts = await db.LessonSegment.findAll({ where: { lessonId }, attributes: ["id"], transaction });
    const partIds = new Set(parts.map((part) => part.id));
    const roster = await db.Student.findAll({ where: { sectionId }, attributes: ["id"], transaction });
    const studentIds = new Set(roster.map((student) => student.id));
    const known = await entriesOf(db, lessonId, transaction);
    const outcomes = new Map(known.map(({ id, outcome }) => [id, outcome]));
    let log = readLog(known);
    const answers: EntryAnswer[] = [];
    for (const entry of sent) {
      const before = outcomes.get(entry.id);
      const why = before ? null : refusal(entry, partIds, studentIds);
      if (before || why !== null) {
        answers.push({ id: entry.id, outcome: before ?? "refused", why });
        continue;
      }
      const outcome = judgeEntry(log, entry);
      const { id, kind, target, value, after, at } = entry;
      const notedAt = new Date(at);
      const staffId = person.id;
      await db.ClassEntry.create(
        { id, lessonId, kind, target, value, after, notedAt, staffId, outcome },
        { transaction },
      );
      if (outcome === "kept") await apply(db, lessonId, entry, transaction);
      log = readLog([entry], log);
      outcomes.set(id, outcome);
      answers.push({ id, outcome, why: null });
    }
    return {
      entries: await entriesOf(db, lessonId, transaction),
      waitedBefore: await waitedBefore(db, sectionId, week, transaction),
      answers,
    };
  });
}
