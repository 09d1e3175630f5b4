import type { Check, CheckContent, CheckLine, LevelRule, Person } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import { changeAt, changeOfLevel } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { lockRow, rowsOf } from "../../db/query.ts";
import { inUse, invalid, notFound } from "../../http/problems.ts";
import { requireOwnClass, TEACHES } from "../sections/own-class.ts";
import { readSection } from "../sections/read.ts";

const CHECKS = `
  select c.id, c.version, c.section_id as "sectionId", to_char(c.held_on, 'YYYY-MM-DD') as "heldOn", c.minutes, c.figures,
    c.routine, staff.name as by, (select count(*)::int from evidence where check_id = c.id) as marks
  from checks c join staff on staff.id = c.staff_id`;

/** The checks of a section, newest first. */
export const listChecks = (db: Database, sectionId: string): Promise<Check[]> =>
  rowsOf<Check>(db, `${CHECKS} where c.section_id = $sectionId order by c.held_on desc`, { sectionId });

/** The checks of every section that is a person's own, or of all where they direct; newest first. */
export const listOwnChecks = (db: Database, { id, role }: Person): Promise<CheckLine[]> =>
  rowsOf<CheckLine>(
    db,
    `select c.id, c.section_id as "sectionId", to_char(c.held_on, 'YYYY-MM-DD') as "heldOn",
       (select count(*)::int from evidence where check_id = c.id) as marks
     from checks c join sections s on s.id = c.section_id
     where s.deleted_at is null and ($directs or ${TEACHES("s.id")}) order by c.held_on desc, c.id`,
    { personId: id, directs: role === "director" },
  );

/** @throws a not-found problem */
async function readCheck(db: Database, id: string): Promise<Check> {
  const [check] = await rowsOf<Check>(db, `${CHECKS} where c.id = $id`, { id });
  if (!check) throw notFound();
  return check;
}

/** Opens the check of a day. Two people who begin one share it: the second is led to the first's. */
export const createCheck = (
  db: Database,
  sectionId: string,
  heldOn: string,
  staffId: string,
): Promise<Check> =>
  inTransaction(db, async () => {
    await readSection(db, sectionId);
    // One after the other, so that two who begin in the same moment meet.
    await db.Section.findByPk(sectionId, { lock: true });
    const there = await db.Check.findOne({ where: { sectionId, heldOn } });
    const { id } = there ?? (await db.Check.create({ sectionId, heldOn, staffId }));
    return readCheck(db, id);
  });

/** Changes what a check looks at, when, and for how long. */
export const changeCheck = (
  db: Database,
  person: Person,
  id: string,
  { version, ...content }: CheckContent & { version: number },
): Promise<Check> =>
  inTransaction(db, async () => {
    const { sectionId } = await readCheck(db, id);
    await requireOwnClass(db, person, sectionId);
    await db.Section.findByPk(sectionId, { lock: true });
    const other = await db.Check.findOne({ where: { sectionId, heldOn: content.heldOn } });
    if (other && other.id !== id)
      throw invalid([{ path: "heldOn", message: "Another check of this section is on that day" }]);
    const figureIds = [...new Set(content.figures.map(({ figureId }) => figureId))];
    if ((await db.Figure.count({ where: { id: figureIds } })) < figureIds.length)
      throw invalid([{ path: "figures", message: "One of these figures is not there any more" }]);
    await changeAt(db, db.Check, id, version, content, () => readCheck(db, id));
    return readCheck(db, id);
  });

/** Takes a check away in which nothing was seen yet. */
export const removeCheck = (db: Database, person: Person, id: string): Promise<Record<string, never>> =>
  inTransaction(db, async () => {
    const { sectionId, marks } = await readCheck(db, id);
    await requireOwnClass(db, person, sectionId);
    await db.Section.findByPk(sectionId, { lock: true });
    if (marks > 0 || (await db.CheckNote.count({ where: { checkId: id } })) > 0)
      throw inUse("Something was seen in this check, and what was seen stays. It can't be taken away.");
    await db.Check.destroy({ where: { id } });
    return {};
  });

/** A level's rule; no clauses where none is stated. */
export async function readRule(db: Database, levelId: string): Promise<LevelRule> {
  await lockRow(db, "levels", levelId);
  const row = await db.ReadinessRule.findOne({ where: { levelId } });
  return { id: row?.id ?? null, levelId, clauses: row?.clauses ?? [], version: row?.version ?? 0 };
}

/** States when a dancer of a level is ready, if nobody did in between. */
export const changeRule = (
  db: Database,
  levelId: string,
  { version, clauses }: Pick<LevelRule, "version" | "clauses">,
): Promise<LevelRule> =>
  changeOfLevel(db, db.ReadinessRule, levelId, version, { clauses }, () => readRule(db, levelId));
