import { BIN_DAYS, may, type Person, REMOVABLE, type RemovableKind, type Removed } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";

/** Where each sort of removed thing is kept, and the name of what it belonged to. */
const PLACES: Readonly<Record<RemovableKind, string>> = {
  figure: `select r.id, r.name, dances.name as of, r.deleted_at, r.deleted_by from figures r
    join dances on dances.id = r.dance_id`,
  level: `select r.id, r.name, dances.name as of, r.deleted_at, r.deleted_by from levels r
    join dances on dances.id = r.dance_id`,
  section: `select r.id, r.name, levels.name as of, r.deleted_at, r.deleted_by from sections r
    join levels on levels.id = r.level_id`,
  student: `select r.id, students.name, levels.name || ', ' || sections.name as of, r.deleted_at, r.deleted_by
    from enrolments r join students on students.id = r.student_id join sections on sections.id = r.section_id join levels on levels.id = sections.level_id`,
  sequence: `select r.id, r.name, dances.name as of, r.deleted_at, r.deleted_by from sequences r
    join dances on dances.id = r.dance_id`,
  approach: "select r.id, r.name, '' as of, r.deleted_at, r.deleted_by from approaches r",
  "plan-draft": `select r.id, r.name, levels.name as of, r.deleted_at, r.deleted_by from plan_drafts r
    join plans on plans.id = r.plan_id join levels on levels.id = plans.level_id`,
  room: "select r.id, r.name, '' as of, r.deleted_at, r.deleted_by from rooms r",
  term: "select r.id, r.name, '' as of, r.deleted_at, r.deleted_by from terms r",
  "lesson-template": "select r.id, r.name, '' as of, r.deleted_at, r.deleted_by from lesson_templates r",
};

interface RemovedRow extends Omit<Removed, "at" | "by"> {
  readonly at: Date;
  readonly by: string | null;
}

/** What was removed in the last days and this person may bring back, newest first. */
export async function listRemoved(db: Database, person: Person): Promise<Removed[]> {
  const kinds = (Object.keys(REMOVABLE) as RemovableKind[]).filter((kind) =>
    may(person.role, REMOVABLE[kind]),
  );
  const all = kinds
    .map(
      (kind) =>
        `select '${kind}' as kind, removed.* from (${PLACES[kind]} where r.deleted_at is not null) removed`,
    )
    .join(" union all ");
  const rows = await rowsOf<RemovedRow>(
    db,
    `select a.kind, a.id, a.name, a.of, a.deleted_at as at, staff.name as by
     from (${all}) a left join staff on staff.id = a.deleted_by
     where a.deleted_at > now() - make_interval(days => $days) order by a.deleted_at desc limit 500`,
    { days: BIN_DAYS },
  );
  return rows.map((row) => ({ ...row, at: row.at.toISOString(), by: row.by ?? "" }));
}
