import {
  type KeptEvidence,
  type KeptNote,
  type Person,
  type SectionEvidence,
  type SeenEntry,
  seenEntry,
} from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { lockRow, rowsOf } from "../../db/query.ts";
import { canBeMeant, momentNoted, studioDay } from "../../http/device-clock.ts";
import { cleanText } from "../../http/well-formed.ts";
import {
  asking,
  requireNotedClass,
  requireOwnClass,
  requireOwnStudent,
  SEES,
  SEES_ALL,
} from "../sections/own-class.ts";

/** What was seen, with measurements that were kept among it, each under the person. */
const SEEN = (of: string): string => `
  select e.id, s.person_id as "studentId", e.role, e.figure_id as "figureId", e.layer, e.mark, e.staff_id as "markerId",
    to_char(e.day, 'YYYY-MM-DD') as at, e.place as where, null::float as "offset", e.corrects, e.check_id as "checkId",
    e.position, e.noted_at
  from seen_evidence e join students s on s.id = e.student_id where ${of} and ${SEES("s.person_id", "e.section_id")}
  union all
  select p.id, s.person_id, case s.role when 'both' then 'leader' else s.role end, p.figure_id, 'count', null, p.staff_id,
    to_char(p.created_at at time zone (select time_zone from studio), 'YYYY-MM-DD'), 'measured',
    (p.measure ->> 'offset')::float, null, null, 0, p.created_at
  from practice_results p join students s on s.id = p.student_id where p.figure_id is not null and ${of}
    and (p.staff_id = $personId or ${SEES_ALL("s.person_id")})`;

type SeenRow = KeptEvidence & { readonly position: unknown; readonly noted_at: unknown };

const seenOf = async (
  db: Database,
  person: Person,
  of: string,
  bind: Readonly<Record<string, unknown>>,
): Promise<KeptEvidence[]> =>
  (
    await rowsOf<SeenRow>(db, `select * from (${SEEN(of)}) seen order by position, noted_at`, {
      ...bind,
      ...asking(person),
    })
  ).map(({ position: _position, noted_at: _noted, ...entry }): KeptEvidence => entry);

const OF_SECTION = `s.person_id in (
  select own.person_id from enrolments e join students own on own.id = e.student_id
  where e.section_id = $sectionId and e.deleted_at is null)`;

const notesOf = async (db: Database, sectionId: string): Promise<KeptNote[]> =>
  (
    await rowsOf<Omit<KeptNote, "at"> & { readonly at: Date }>(
      db,
      `select n.id, n.check_id as "checkId", n.figure_id as "figureId", n.text, staff.name as by, n.noted_at as at
       from check_notes n join checks on checks.id = n.check_id join staff on staff.id = n.staff_id
       where checks.section_id = $sectionId and n.text is not null
         and not exists (select 1 from check_notes later where later.corrects = n.id)
       order by n.position`,
      { sectionId },
    )
  ).map(({ at, ...note }) => ({ ...note, at: at.toISOString() }));

const everythingOf = async (db: Database, person: Person, sectionId: string): Promise<SectionEvidence> => ({
  evidence: await seenOf(db, person, OF_SECTION, { sectionId }),
  notes: await notesOf(db, sectionId),
});

/** Everything seen of the people of a section, in this course and before. */
export async function readSeen(db: Database, person: Person, sectionId: string): Promise<SectionEvidence> {
  await requireOwnClass(db, person, sectionId);
  return everythingOf(db, person, sectionId);
}

/** Everything seen of one person over all terms. */
export async function readSeenOf(
  db: Database,
  person: Person,
  studentId: string,
): Promise<{ evidence: KeptEvidence[]; closed: boolean }> {
  await requireOwnStudent(db, person, studentId);
  const [whole] = await rowsOf<{ open: boolean }>(
    db,
    `select ${SEES_ALL("students.person_id")} as open from students where id = $studentId`,
    { studentId, ...asking(person) },
  );
  const own = "s.person_id = (select person_id from students where id = $studentId)";
  return { evidence: await seenOf(db, person, own, { studentId }), closed: !whole?.open };
}

type Answer = { readonly id: string; readonly outcome: "kept" | "refused"; readonly why: string | null };
type Read = { readonly entry: SeenEntry } | Answer;

/** Reads one entry as a device sent it; one that can't be read says why. */
function readEntry(sent: Readonly<Record<string, unknown>>, today: string): Read {
  const id = typeof sent.id === "string" ? sent.id.slice(0, 100) : "";
  const refused = (why: string): Answer => ({ id, outcome: "refused", why });
  if (cleanText(sent) !== null) return refused("It holds a character that cannot be kept.");
  const read = seenEntry.safeParse(sent);
  if (read.success) {
    const entry = { ...read.data, at: momentNoted(read.data.at, today) };
    // What is seen in a check has the check's date; of a class the device says the day.
    if (entry.kind === "seen" && entry.checkId === null && !canBeMeant(entry.seenOn, today))
      return refused("The date on the device is off by years. Set its clock and note it again.");
    return { entry };
  }
  const [issue] = read.error.issues;
  return refused(`It cannot be read: ${issue?.path.join(".") ?? ""} ${issue?.message ?? ""}`);
}

/** Something that is kept already: where, of whom (nobody for a note), and who said it. */
interface There {
  readonly sectionId: string;
  readonly about: string | null;
  readonly by: string;
}

/** What entries are held against: everything they name, read in a fixed number of queries. */
interface Known {
  /** The row in this section of each person who is in it, by any of their rows. */
  readonly students: ReadonlyMap<string, { readonly own: string; readonly personId: string }>;
  /** Ids of figures, and of checks of the section. */
  readonly named: ReadonlySet<string>;
  /** What is there already under an id that is sent, and of what section and person. */
  readonly there: ReadonlyMap<string, There>;
}

async function lookUp(db: Database, sectionId: string, entries: readonly SeenEntry[]): Promise<Known> {
  const ids = entries.flatMap(({ id, corrects }) => (corrects === null ? [id] : [id, corrects]));
  const students = await rowsOf<{ id: string; own: string; personId: string }>(
    db,
    `select family.id, e.student_id as own, s.person_id as "personId" from enrolments e join students s on s.id = e.student_id
       join students family on family.person_id = s.person_id
     where e.section_id = $sectionId and e.deleted_at is null`,
    { sectionId },
  );
  const named = await rowsOf<{ id: string }>(
    db,
    `select id from figures where id = any($figureIds::uuid[])
     union all select id from checks where section_id = $sectionId`,
    { sectionId, figureIds: entries.map(({ figureId }) => figureId) },
  );
  const there = await rowsOf<There & { readonly id: string }>(
    db,
    `select e.id, e.section_id as "sectionId", s.person_id as about, e.staff_id as by from evidence e join students s on s.id = e.student_id
     where e.id = any($ids::uuid[])
     union all select n.id, checks.section_id, null, n.staff_id from check_notes n join checks on checks.id = n.check_id
     where n.id = any($ids::uuid[])`,
    { ids },
  );
  return {
    students: new Map(students.map(({ id, ...rest }) => [id, rest])),
    named: new Set(named.map(({ id }) => id)),
    there: new Map(there.map(({ id, ...rest }) => [id, rest])),
  };
}

/** Why an entry cannot be kept; `null` when it can. */
function refusal(
  entry: SeenEntry,
  known: Known,
  sent: ReadonlyMap<string, SeenEntry>,
  sectionId: string,
  person: Person,
): string | null {
  if (!known.named.has(entry.figureId)) return "This figure is not there.";
  if (entry.checkId !== null && !known.named.has(entry.checkId)) return "This check is not there any more.";
  if (entry.kind === "note" && entry.checkId === null) return "A note belongs to a check.";
  if (entry.kind === "seen" && !known.students.has(entry.studentId))
    return "This student is not in the section.";
  if (entry.corrects === null) return null;
  const aboutOf = (one: SeenEntry) =>
    one.kind === "seen" ? (known.students.get(one.studentId)?.personId ?? null) : null;
  const before = sent.get(entry.corrects);
  const corrected = before
    ? { sectionId, about: aboutOf(before), by: person.id }
    : known.there.get(entry.corrects);
  if (!corrected || corrected.sectionId !== sectionId || corrected.about !== aboutOf(entry))
    return "What it corrects is not there.";
  // What two people saw stands beside each other; nobody overwrites another's word but the director.
  if (corrected.by !== person.id && person.role !== "director")
    return "Somebody else saw that; say what you saw beside it.";
  return null;
}

/**
 * Keeps what was seen, in the order given. Each entry is judged by itself and answered in its place; one that is there
 * already counts once. Nothing is overwritten: a correction is a further entry.
 */
export const noteSeen = (
  db: Database,
  sectionId: string,
  sent: readonly Readonly<Record<string, unknown>>[],
  person: Person,
): Promise<SectionEvidence & { readonly answers: Answer[] }> =>
  inTransaction(db, async () => {
    await lockRow(db, "sections", sectionId);
    await requireNotedClass(db, person, sectionId);
    const today = await studioDay(db);
    const read = sent.map((one) => readEntry(one, today));
    const entries = read.flatMap((one) => ("entry" in one ? [one.entry] : []));
    const known = await lookUp(db, sectionId, entries);
    const kept = new Map<string, SeenEntry>();
    const answers = read.map((one): Answer => {
      if (!("entry" in one)) return one;
      const { entry } = one;
      const before = known.there.get(entry.id);
      if (before)
        return before.sectionId === sectionId
          ? { id: entry.id, outcome: "kept", why: null }
          : { id: entry.id, outcome: "refused", why: "Something else was noted under this number." };
      const why = kept.has(entry.id) ? null : refusal(entry, known, kept, sectionId, person);
      if (why === null && !kept.has(entry.id)) kept.set(entry.id, entry);
      return { id: entry.id, outcome: why === null ? "kept" : "refused", why };
    });
    const common = ({ id, at, figureId, corrects }: SeenEntry) => ({
      id,
      figureId,
      corrects,
      notedAt: new Date(at),
      staffId: person.id,
    });
    await db.Evidence.bulkCreate(
      [...kept.values()].flatMap((entry) =>
        entry.kind !== "seen"
          ? []
          : [
              {
                ...common(entry),
                sectionId,
                checkId: entry.checkId,
                role: entry.role,
                layer: entry.layer,
                mark: entry.mark,
                studentId: known.students.get(entry.studentId)?.own ?? entry.studentId,
                place: entry.checkId === null ? ("class" as const) : ("check" as const),
                seenOn: entry.seenOn,
              },
            ],
      ),
      { ignoreDuplicates: true },
    );
    await db.CheckNote.bulkCreate(
      [...kept.values()].flatMap((entry) =>
        entry.kind !== "note" || entry.checkId === null
          ? []
          : [{ ...common(entry), checkId: entry.checkId, text: entry.text }],
      ),
      { ignoreDuplicates: true },
    );
    return { answers, ...(await everythingOf(db, person, sectionId)) };
  });
