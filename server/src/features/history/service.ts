import {
  type ChangedThing,
  HISTORY_LISTS,
  type HistoryEntry,
  type HistoryList,
  type Person,
} from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { placesOf } from "./places.ts";

/** One person's changes of one thing within this time are one sitting. Milliseconds. */
const SITTING_MS = 10 * 60_000;
/** So many rows are looked at for one page of a history, and so many lines stand in what others changed. */
const [ROWS, LINES] = [120, 30];
/** What is older than this is no news any more. */
const NEWS_DAYS = 30;

interface Row extends Omit<HistoryEntry, "at"> {
  readonly at: Date;
}

/** Lays what one person changed in one sitting together: what came of it is told, not each step. */
function bySitting(rows: readonly Row[]): Row[] {
  const kept: { readonly row: Row; first: Date }[] = [];
  for (const row of rows) {
    const last = kept.at(-1);
    const isSame =
      last?.row.by === row.by && last.row.what === "changed" && row.what === "changed" && last.row.by !== "";
    if (last && isSame && last.first.getTime() - row.at.getTime() < SITTING_MS) last.first = row.at;
    else kept.push({ row, first: row.at });
  }
  return kept.map(({ row }) => row);
}

/**
 * The last changes of a thing, the newest first.
 * @param before only what came before this entry; 0 for the newest
 */
export async function historyOf(
  db: Database,
  list: HistoryList,
  id: string,
  before: number,
): Promise<{ entries: HistoryEntry[]; earlier: boolean }> {
  const rows = await rowsOf<Row>(
    db,
    `select h.id::int, h.at, coalesce(staff.name, '') as by, h.what, h.state
     from history h left join staff on staff.id = h.staff_id
     where h.list = $list and h.thing_id = $id and ($before = 0 or h.id < $before)
     order by h.id desc limit ${ROWS}`,
    { list, id, before },
  );
  const entries = bySitting(rows).map(({ at, ...row }) => ({ ...row, at: at.toISOString() }));
  return { entries, earlier: rows.length === ROWS };
}

const ALL_PLACES = placesOf(HISTORY_LISTS);

/** What others changed since somebody last said that they had seen it, by thing, the newest first. */
export async function changedSince(
  db: Database,
  { id }: Pick<Person, "id">,
): Promise<{ upTo: number; things: ChangedThing[]; more: number }> {
  const rows = await rowsOf<Omit<ChangedThing, "at"> & { at: Date; many: number; upTo: number }>(
    db,
    `with news as (
       select h.* from history h, staff me
       where me.id = $id and h.id > coalesce((select history_id from staff_seen where staff_id = me.id), 0)
         and h.at > greatest(me.created_at, now() - make_interval(days => ${NEWS_DAYS}))
         and h.staff_id <> me.id
         -- What calls somebody stands on their Today by itself.
         and not (h.list = 'comments' and h.state -> 'mentions' ? me.id::text)
         and h.list <> 'proposals'
     ), things as (
       select list, thing_id, max(id) as last, count(*)::int as times, max(at) as at from news group by list, thing_id
     ), first as (
       select *, (count(*) over ())::int as many, (select coalesce(max(id), 0) from history)::int as up_to
       from things order by last desc limit ${LINES}
     )
     select first.list, first.thing_id as "thingId", place.name, place.belongs as of, first.times, first.at, first.many,
       first.up_to as "upTo", (select what from news where news.id = first.last) as what,
       array(select staff.name from news join staff on staff.id = news.staff_id
             where news.list = first.list and news.thing_id = first.thing_id
             group by staff.name order by max(news.id) desc) as by,
       place.level as "levelId", place.section as "sectionId", place.week
     from first join ${ALL_PLACES} place on place.list = first.list and place.id = first.thing_id
       and not (place.list = 'comments' and place.gone)
     order by first.last desc`,
    { id },
  );
  const [any] = rows;
  return {
    upTo: any?.upTo ?? 0,
    more: Math.max(0, (any?.many ?? 0) - LINES),
    things: rows.map(({ at, many: _many, upTo: _upTo, ...thing }) => ({
      ...thing,
      at: at.toISOString(),
    })),
  };
}

/** Somebody has seen what others changed, up to an entry. Never less than before. */
export async function markSeen(
  db: Database,
  { id }: Pick<Person, "id">,
  upTo: number,
): Promise<Record<string, never>> {
  await db.sequelize.query(
    `insert into staff_seen (staff_id, history_id)
     select $id, least($upTo, coalesce(max(history.id), 0)) from history
     on conflict (staff_id) do update set history_id = greatest(staff_seen.history_id, excluded.history_id),
       updated_at = now()`,
    { bind: { id, upTo } },
  );
  return {};
}
