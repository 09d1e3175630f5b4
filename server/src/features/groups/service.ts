import type { Enrolled, GroupPlan, GroupPlanContent, Person } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import { changeOfLevel } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { lockRow, rowsOf } from "../../db/query.ts";
import { invalid, notFound } from "../../http/problems.ts";
import { currentUser } from "../../http/request.ts";
import { enrolledByIds } from "../students/read.ts";
import { enrol } from "../students/service.ts";

const NOTHING: GroupPlanContent = { goalIds: [], goes: [], wishes: [], locks: [] };

/** A level's next groups, as far as they were laid. @throws a not-found problem */
export async function readGroups(db: Database, levelId: string): Promise<GroupPlan> {
  await lockRow(db, "levels", levelId);
  const row = await db.GroupPlan.findOne({ where: { levelId } });
  if (!row) return { levelId, ...NOTHING, version: 0 };
  const { goalIds, goes, wishes, locks, version } = row;
  return { levelId, goalIds, goes, wishes, locks, version };
}

/** Keeps how next groups are laid, if nobody did in between. */
export const changeGroups = (
  db: Database,
  levelId: string,
  { version, ...content }: GroupPlanContent & { version: number },
): Promise<GroupPlan> =>
  changeOfLevel(db, db.GroupPlan, levelId, version, content, () => readGroups(db, levelId));

interface Moves {
  readonly batchId: string;
  readonly from: string;
  readonly moves: readonly {
    readonly studentId: string;
    readonly sectionId: string;
    readonly waiting: boolean;
  }[];
}

const ofBatch = (db: Database, batchId: string): Promise<{ id: string }[]> =>
  rowsOf<{ id: string }>(db, "select id from enrolments where batch_id = $batchId", { batchId });

/** Enrols all in one step, all or none. One that was sent before is done once. */
export const moveUp = (
  db: Database,
  person: Person,
  levelId: string,
  { batchId, from, moves }: Moves,
): Promise<Enrolled[]> =>
  inTransaction(db, async () => {
    await lockRow(db, "levels", levelId);
    await db.Level.findByPk(levelId, { lock: true });
    const before = await ofBatch(db, batchId);
    if (before.length === 0) {
      const people = await rowsOf<{ id: string; name: string; role: Enrolled["role"] }>(
        db,
        `select distinct on (s.id) s.id, s.name, coalesce(e.role, s.role) as role from students s
           left join students own on own.person_id = s.person_id
           left join enrolments e on e.student_id = own.id and e.deleted_at is null
             and e.section_id in (select id from sections where level_id = $levelId)
         where s.id = any($ids::uuid[]) order by s.id, e.from_date desc nulls last`,
        { levelId, ids: moves.map(({ studentId }) => studentId) },
      );
      const byId = new Map(people.map((one) => [one.id, one]));
      moves.forEach(({ studentId }, index) => {
        if (!byId.has(studentId))
          throw invalid([
            { path: `moves.${index}.studentId`, message: "This student is not there any more" },
          ]);
      });
      const waiting = new Set(moves.flatMap((move) => (move.waiting ? [move.studentId] : [])));
      // A few sections at most; each is held while its dancers come in.
      for (const sectionId of [...new Set(moves.map((move) => move.sectionId))].sort())
        await enrol(
          db,
          person,
          sectionId,
          from,
          moves.flatMap((move) => {
            const one = byId.get(move.studentId);
            return move.sectionId === sectionId && one
              ? [{ studentId: one.id, name: one.name, role: one.role }]
              : [];
          }),
          { batchId, waiting },
        );
    }
    return enrolledByIds(
      db,
      (await ofBatch(db, batchId)).map(({ id }) => id),
    );
  });

/** Takes one step of moving up back: who came with it is off the rosters, where nobody changed their place since. */
export const undoMove = (db: Database, levelId: string, batchId: string): Promise<Record<string, never>> =>
  inTransaction(db, async () => {
    await lockRow(db, "levels", levelId);
    if ((await ofBatch(db, batchId)).length === 0) throw notFound();
    await rowsOf(
      db,
      `update enrolments set deleted_at = now(), deleted_by = $staffId
       where batch_id = $batchId and deleted_at is null and version = 1 returning id`,
      { batchId, staffId: currentUser()?.id ?? null },
    );
    return {};
  });
