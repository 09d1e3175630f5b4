import {
  BIN_DAYS,
  type HistoryList,
  may,
  type Person,
  REMOVABLE,
  type RemovableKind,
  type Removed,
} from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { placesOf } from "../history/places.ts";

/** How each sort of removed thing is called in the history. */
const LISTS: Readonly<Record<RemovableKind, HistoryList>> = {
  figure: "figures",
  level: "levels",
  section: "sections",
  student: "enrolments",
  sequence: "sequences",
  approach: "approaches",
  "plan-draft": "planDrafts",
  room: "rooms",
  term: "terms",
  "lesson-template": "lessonTemplates",
};

interface RemovedRow extends Omit<Removed, "kind" | "at" | "by"> {
  readonly list: HistoryList;
  readonly at: Date;
  readonly by: string | null;
}

/**
 * What was removed in the last days and this person may bring back, newest first: as the history has it. What lay in the
 * bin before there was one is there as it was.
 */
export async function listRemoved(db: Database, person: Person): Promise<Removed[]> {
  const kinds = (Object.keys(REMOVABLE) as RemovableKind[]).filter((kind) =>
    may(person.role, REMOVABLE[kind]),
  );
  const kindOf = new Map(kinds.map((kind) => [LISTS[kind], kind]));
  const lists = [...kindOf.keys()];
  const rows = await rowsOf<RemovedRow>(
    db,
    `select place.list, place.id, place.name, place.belongs as of, gone.at, staff.name as by
     from history gone join ${placesOf(lists)} place on place.list = gone.list and place.id = gone.thing_id
     left join staff on staff.id = gone.staff_id
     where gone.list = any($lists) and gone.at > now() - make_interval(days => $days) and place.gone
       and (gone.what = 'removed' or gone.what = 'was' and gone.state ->> 'deletedAt' is not null)
       and not exists (select from history later
         where later.list = gone.list and later.thing_id = gone.thing_id and later.id > gone.id)
     order by gone.id desc limit 500`,
    { lists, days: BIN_DAYS },
  );
  return rows.flatMap(({ list, ...row }) => {
    const kind = kindOf.get(list);
    return kind ? [{ ...row, kind, at: row.at.toISOString(), by: row.by ?? "" }] : [];
  });
}
