import type { Check, CheckMark } from "@map-step/contract";
import { atomically } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { invalid, notFound, stale } from "../../http/problems.ts";
import { readSection } from "../sections/read.ts";

/** The checks of a section, newest first, with all their marks. */
export const listChecks = (db: Database, sectionId: string): Promise<Check[]> =>
  rowsOf<Check>(
    db,
    `select c.id, c.section_id as "sectionId", to_char(c.held_on, 'YYYY-MM-DD') as "heldOn", staff.name as by,
       coalesce((
         select json_agg(json_build_object('studentId', student_id, 'figureId', figure_id, 'mark', mark,
           'version', version) order by created_at) from check_marks where check_id = c.id), '[]') as marks
     from checks c join staff on staff.id = c.staff_id where c.section_id = $sectionId
     order by c.held_on desc, c.created_at desc`,
    { sectionId },
  );

/** Opens the sheet of a day. Two people who hold a check on one day share it: the second is led to the first's. */
export const createCheck = (
  db: Database,
  sectionId: string,
  heldOn: string,
  staffId: string,
): Promise<Check> =>
  atomically(db, async () => {
    await readSection(db, sectionId);
    // One after the other, so that two who begin in the same moment meet.
    await db.Section.findByPk(sectionId, { lock: true });
    const onThatDay = async () => (await listChecks(db, sectionId)).find((check) => check.heldOn === heldOn);
    const there = await onThatDay();
    if (there) return there;
    await db.Check.create({ sectionId, heldOn, staffId });
    const check = await onThatDay();
    if (!check) throw notFound();
    return check;
  });

/**
 * Sets, changes or takes back one mark, if nobody changed it in between. A mark that is taken back keeps its row, so
 * that a later edit made in sight of it is told from a stale one.
 */
export const markCheck = (db: Database, checkId: string, change: CheckMark): Promise<CheckMark> =>
  atomically(db, async () => {
    const { studentId, figureId, mark, version } = change;
    const check = await db.Check.findByPk(checkId);
    if (!check) throw notFound();
    const { sectionId } = check;
    if ((await db.Student.count({ where: { id: studentId, sectionId, deletedAt: null } })) === 0)
      throw invalid([{ path: "studentId", message: "This student is not in the section" }]);
    const written = await rowsOf<{ version: number }>(
      db,
      version === 0
        ? `insert into check_marks (check_id, student_id, figure_id, mark) values ($checkId, $studentId, $figureId, $mark)
           on conflict (check_id, student_id, figure_id) do nothing returning version`
        : `update check_marks set mark = $mark, version = version + 1, updated_at = now()
           where check_id = $checkId and student_id = $studentId and figure_id = $figureId and version = $version
           returning version`,
      { checkId, studentId, figureId, mark, ...(version === 0 ? {} : { version }) },
    );
    const [done] = written;
    if (done) return { studentId, figureId, mark, version: done.version };
    const now = await db.CheckMark.findOne({ where: { checkId, studentId, figureId } });
    throw stale({ studentId, figureId, mark: now?.mark ?? null, version: now?.version ?? 0 });
  });
