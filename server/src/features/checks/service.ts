import type { Check, MarkChange } from "@map-step/contract";
import { type Transaction, UniqueConstraintError } from "sequelize";
import type { Database } from "../../db/connection.ts";
import { invalid, notFound, stale } from "../../http/problems.ts";
import { readSection } from "../sections/service.ts";

/** The checks of a section, newest first, with all their marks. */
export async function listChecks(db: Database, sectionId: string): Promise<Check[]> {
  const rows = await db.Check.findAll({
    where: { sectionId },
    order: [
      ["heldOn", "desc"],
      ["createdAt", "desc"],
    ],
  });
  const marks = await db.CheckMark.findAll({ where: { checkId: rows.map(({ id }) => id) } });
  const staff = await db.Staff.findAll({ where: { id: rows.map(({ staffId }) => staffId) } });
  return rows.map(({ id, heldOn, staffId }) => ({
    id,
    sectionId,
    heldOn,
    by: staff.find((member) => member.id === staffId)?.name ?? "",
    marks: marks
      .filter(({ checkId }) => checkId === id)
      .map(({ studentId, figureId, mark, version }) => ({ studentId, figureId, mark, version })),
  }));
}

export async function createCheck(
  db: Database,
  sectionId: string,
  heldOn: string,
  staffId: string,
): Promise<Check> {
  await readSection(db, sectionId);
  const row = await db.Check.create({ sectionId, heldOn, staffId });
  const check = (await listChecks(db, sectionId)).find(({ id }) => id === row.id);
  if (!check) throw notFound();
  return check;
}

type Result = Pick<MarkChange, "studentId" | "figureId" | "mark" | "version">;

async function readMark(
  db: Database,
  checkId: string,
  { studentId, figureId }: MarkChange,
  transaction: Transaction,
): Promise<Result> {
  const row = await db.CheckMark.findOne({ where: { checkId, studentId, figureId }, transaction });
  return { studentId, figureId, mark: row?.mark ?? null, version: row?.version ?? 0 };
}

/** Sets, changes or takes back one mark, if nobody changed it in between. */
export async function markCheck(db: Database, checkId: string, change: MarkChange): Promise<Result> {
  const { studentId, figureId, mark, version } = change;
  const check = await db.Check.findByPk(checkId);
  if (!check) throw notFound();
  if ((await db.Student.count({ where: { id: studentId, sectionId: check.sectionId } })) === 0)
    throw invalid([{ path: "studentId", message: "This student is not in the section" }]);
  const write = async (transaction: Transaction): Promise<Result> => {
    const where = { checkId, studentId, figureId, version };
    const current = () => readMark(db, checkId, change, transaction);
    if (version === 0) {
      if ((await current()).version !== 0) throw stale(await current());
      if (mark !== null) await db.CheckMark.create({ checkId, studentId, figureId, mark }, { transaction });
      return current();
    }
    const changed =
      mark === null
        ? await db.CheckMark.destroy({ where, transaction })
        : (await db.CheckMark.update({ mark, version: version + 1 }, { where, transaction }))[0];
    if (changed === 0) throw stale(await current());
    return current();
  };
  try {
    return await db.sequelize.transaction(write);
  } catch (error) {
    // Two first marks in the same moment: the other one was there first.
    if (!(error instanceof UniqueConstraintError)) throw error;
    return db.sequelize.transaction(async (transaction) => {
      throw stale(await readMark(db, checkId, change, transaction));
    });
  }
}
