import type { AbsenceContent, AbsenceRecord, Person } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import { bringBack, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { forbidden, invalid, notFound } from "../../http/problems.ts";
import type { AbsenceRow } from "./models.ts";

const view = ({ id, version, staffId, fromDay, untilDay }: AbsenceRow): AbsenceRecord => ({
  id,
  version,
  staffId,
  fromDay,
  untilDay,
});

/** Who is away when, the last first. */
export const listAbsences = async (db: Database): Promise<AbsenceRecord[]> =>
  (await db.Absence.findAll({ where: { deletedAt: null }, order: [["fromDay", "desc"], "id"] })).map(view);

/** A teacher says when they are away themselves; the director says it of anybody. */
function holdOwn(person: Person, staffId: string): void {
  if (person.role !== "director" && person.id !== staffId)
    throw forbidden("A teacher says when they are away themselves; the director says it of others.");
}

export async function createAbsence(
  db: Database,
  content: AbsenceContent,
  person: Person,
): Promise<AbsenceRecord> {
  holdOwn(person, content.staffId);
  if ((await db.Staff.count({ where: { id: content.staffId } })) === 0)
    throw invalid([{ path: "staffId", message: "Nobody of the staff" }]);
  return view(await db.Absence.create({ ...content, changedBy: person.id }));
}

async function holdOwnRow(db: Database, id: string, person: Person): Promise<AbsenceRow> {
  const row = await db.Absence.findByPk(id);
  if (!row) throw notFound();
  holdOwn(person, row.staffId);
  return row;
}

/** Somebody is there after all; `restoreAbsence` brings it back. */
export async function removeAbsence(
  db: Database,
  id: string,
  person: Person,
): Promise<Record<string, never>> {
  await holdOwnRow(db, id, person);
  await markRemoved(db, db.Absence, id);
  return {};
}

export const restoreAbsence = (db: Database, id: string, person: Person): Promise<AbsenceRecord> =>
  inTransaction(db, async () => {
    await holdOwnRow(db, id, person);
    await bringBack(db, db.Absence, id, async () => undefined);
    return view(await holdOwnRow(db, id, person));
  });
