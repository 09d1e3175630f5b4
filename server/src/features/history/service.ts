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
/** So many sittings are one page of a history, and so many lines stand in what others changed. */
const [PAGE, LINES] = [30, 30];
/** What is older than this is no news any more. */
const NEWS_DAYS = 30;

interface Row extends Omit<HistoryEntry, "at"> {
  readonly at: Date;
}

/**
 * The last changes of a thing, the newest first: what one person changed in one sitting is one, with what came of it.
 * What is part of something else, such as a proposal that was taken, and what different people did is never one.
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
    `with told as (
       -- The last entry of each sitting: the next one is of somebody else, of another sort, or much later.
       select h.id, h.at, h.staff_id, h.what, h.state, h.note,
         lead(h.staff_id) over own is distinct from h.staff_id or h.staff_id is null
           or lead(h.what) over own is distinct from 'changed' or h.what <> 'changed'
           or h.note is not null or lead(h.note) over own is not null
           or lead(h.at) over own - h.at >= make_interval(secs => ${SITTING_MS / 1000}) as is_last
       from history h where h.list = $list and h.thing_id = $id window own as (order by h.id))
     select told.id::int, told.at, coalesce(staff.name, '') as by, told.what, told.state, coalesce(told.note, '') as note
     from told left join staff on staff.id = told.staff_id
     where told.is_last and ($before::bigint = 0 or told.id < $before::bigint) order by told.id desc limit ${PAGE + 1}`,
    { list, id, before },
  );
  return {
    entries: rows.slice(0, PAGE).map(({ at, ...row }) => ({ ...row, at: at.toISOString() })),
    earlier: rows.length > PAGE,
  };
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
