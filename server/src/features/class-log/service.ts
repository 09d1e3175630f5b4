import {
  type EntryAnswer,
  type KeptEntry,
  type LogEntryRecord,
  logEntry,
  type OpenPromise,
  type Person,
} from "@map-step/contract";
import { type ClassLog, judgeEntry, lastEntry, notedAt, openPromises, readLog } from "@map-step/core/lesson";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { momentNoted, studioDay } from "../../http/device-clock.ts";
import { cleanText } from "../../http/well-formed.ts";
import { lockOrder } from "../lessons/service.ts";
import { readSection } from "../sections/read.ts";

interface Log {
  readonly entries: KeptEntry[];
  readonly waitedBefore: { studentId: string; times: number }[];
}

interface EntryRow extends Omit<KeptEntry, "at" | "by"> {
  readonly week: number;
  readonly at: Date;
  readonly by: string;
}

const view = ({ week: _week, at, ...entry }: EntryRow): KeptEntry =>
  ({ ...entry, at: at.toISOString() }) as KeptEntry;

const ENTRIES = `
  select e.id, e.kind, e.target, e.value, e.after, e.noted_at as at, e.outcome, staff.name as by, l.week
  from class_entries e join lessons l on l.id = e.lesson_id join staff on staff.id = e.staff_id`;

/** How often each student sat out, lesson by lesson. */
function waitedIn(rows: readonly EntryRow[]): Log["waitedBefore"] {
  const times = new Map<string, number>();
  for (const week of new Set(rows.map((row) => row.week))) {
    const entries = rows.filter((row) => row.week === week).map(view);
    for (const { entry } of readLog(entries).values())
      if (entry.kind === "waited")
        times.set(entry.target, (times.get(entry.target) ?? 0) + (entry.value?.times ?? 0));
  }
  return [...times].map(([studentId, count]) => ({ studentId, times: count }));
}

/** What is noted of a lesson, and how often students sat out before it. */
export async function logOf(db: Database, sectionId: string, week: number): Promise<Log> {
  const rows = await rowsOf<EntryRow>(
    db,
    `${ENTRIES} where l.section_id = $sectionId and (l.week = $week or (l.week < $week and e.kind = 'waited'))
     order by e.position`,
    { sectionId, week },
  );
  return {
    entries: rows.filter((row) => row.week === week).map(view),
    waitedBefore: waitedIn(rows.filter((row) => row.week < week)),
  };
}

/** Everything noted of a lesson, in the order in which it came; nothing while the lesson follows its plan. */
export async function readClassLog(db: Database, sectionId: string, week: number): Promise<Log> {
  await readSection(db, sectionId);
  return logOf(db, sectionId, week);
}

/** What was promised in a section's lessons and is not done yet, in the order of the lessons. */
export async function promisesOf(db: Database, sectionId: string): Promise<OpenPromise[]> {
  const rows = await rowsOf<EntryRow>(
    db,
    `${ENTRIES} where l.section_id = $sectionId
       and e.kind in ('remark', 'fulfilled')
     order by l.week, e.position`,
    { sectionId },
  );
  return [...new Set(rows.map(({ week }) => week))].flatMap((week) => {
    const log = readLog(rows.filter((row) => row.week === week).map(view));
    return openPromises(log).map(({ id, text }) => ({
      week,
      id,
      text,
      after: lastEntry(log, "fulfilled", id)?.id ?? null,
    }));
  });
}

type Read = { readonly entry: LogEntryRecord } | { readonly id: string; readonly why: string };

/** Reads one entry as a device sent it; one that can't be read says why. */
function readEntry(sent: Readonly<Record<string, unknown>>, today: string): Read {
  const id = typeof sent.id === "string" ? sent.id.slice(0, 100) : "";
  if (cleanText(sent) !== null) return { id, why: "It holds a character that cannot be kept." };
  const read = logEntry.safeParse(sent);
  if (read.success) return { entry: { ...read.data, at: momentNoted(read.data.at, today) } };
  const [issue] = read.error.issues;
  return { id, why: `It cannot be read: ${issue?.path.join(".") ?? ""} ${issue?.message ?? ""}` };
}

/** Why an entry cannot be kept, given what its lesson and its section hold; `null` when it can. */
function refusal(
  { id, kind, target }: LogEntryRecord,
  parts: ReadonlySet<string>,
  students: ReadonlySet<string>,
  elsewhere: ReadonlySet<string>,
  log: ClassLog,
): string | null {
  if (elsewhere.has(id)) return "Something else was noted under this number in another lesson.";
  if ((kind === "mark" || kind === "spent") && !parts.has(target))
    return "This part is not in the lesson any more.";
  if ((kind === "attendance" || kind === "waited") && !students.has(target))
    return "This student is not in the section.";
  if (kind === "fulfilled" && notedAt(log, "remark", target) === null)
    return "Nothing of this kind was promised in this lesson.";
  return null;
}

/** What the rest of the studio reads follows the last word of the log. */
async function apply(db: Database, lessonId: string, kept: readonly LogEntryRecord[]): Promise<void> {
  const marks = new Map(
    kept.flatMap((entry) => (entry.kind === "mark" ? [[entry.target, entry.value]] : [])),
  );
  if (marks.size > 0)
    await db.sequelize.query(
      `update lesson_segments set covered = last.covered, reached = last.reached, updated_at = now()
       from unnest($ids::uuid[], $covered::text[], $reached::text[]) as last (id, covered, reached)
       where lesson_segments.id = last.id and lesson_id = $lessonId`,
      {
        bind: {
          lessonId,
          ids: [...marks.keys()],
          covered: [...marks.values()].map((value) => value?.covered ?? null),
          reached: [...marks.values()].map((value) => value?.reached ?? null),
        },
      },
    );
  const ended = kept.filter(({ kind }) => kind === "ended").at(-1);
  if (ended)
    await db.Lesson.update({ state: ended.value ? "taught" : "planned" }, { where: { id: lessonId } });
}

/**
 * Notes entries in the order given. The lesson's row is held meanwhile, so entries of two devices come one after the
 * other. Each is judged by itself and answered in its place: one that can't be read or kept is refused and holds no
 * other back; one that is there already is answered as it was; one that meets another's word is kept in the log as
 * such and changes nothing.
 */
export const noteInLog = (
  db: Database,
  sectionId: string,
  week: number,
  sent: readonly Readonly<Record<string, unknown>>[],
  person: Pick<Person, "id">,
): Promise<Log & { readonly answers: EntryAnswer[] }> =>
  inTransaction(db, async () => {
    const { lessonId, segments } = await lockOrder(db, sectionId, week);
    const parts = new Set(segments.map(({ id }) => id));
    const roster = await db.Enrolment.findAll({ where: { sectionId }, attributes: ["studentId"] });
    const students = new Set(roster.map(({ studentId }) => studentId));
    const { entries: known } = await logOf(db, sectionId, week);
    const outcomes = new Map(known.map(({ id, outcome }) => [id, outcome]));
    const today = await studioDay(db);
    const read = sent.map((one) => readEntry(one, today));
    const ids = read.flatMap((one) => ("entry" in one ? [one.entry.id] : []));
    const taken = await db.ClassEntry.findAll({ where: { id: ids }, attributes: ["id"] });
    const elsewhere = new Set(taken.flatMap(({ id }) => (outcomes.has(id) ? [] : [id])));
    let log = readLog(known);
    const judged: { readonly entry: LogEntryRecord; readonly outcome: KeptEntry["outcome"] }[] = [];
    const answers = read.map((one): EntryAnswer => {
      if (!("entry" in one)) return { id: one.id, outcome: "refused", why: one.why };
      const { entry } = one;
      const before = outcomes.get(entry.id);
      const why = before ? null : refusal(entry, parts, students, elsewhere, log);
      if (before || why !== null) return { id: entry.id, outcome: before ?? "refused", why };
      const outcome = judgeEntry(log, entry);
      log = readLog([entry], log);
      outcomes.set(entry.id, outcome);
      judged.push({ entry, outcome });
      return { id: entry.id, outcome, why: null };
    });
    await db.ClassEntry.bulkCreate(
      judged.map(({ entry: { id, kind, target, value, after, at }, outcome }) => ({
        id,
        lessonId,
        kind,
        target,
        value,
        // What an entry came after may have been refused; then nothing is named.
        after: after !== null && outcomes.has(after) ? after : null,
        notedAt: new Date(at),
        staffId: person.id,
        outcome,
      })),
    );
    await apply(
      db,
      lessonId,
      judged.flatMap(({ entry, outcome }) => (outcome === "kept" ? [entry] : [])),
    );
    return { ...(await logOf(db, sectionId, week)), answers };
  });
