import { SETTINGS_FIELDS, type Settings, settings, shapeOf } from "@map-step/contract";
import { HOUSE, type House } from "@map-step/core/recap";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf, selected } from "../../db/query.ts";
import { notFound, stale } from "../../http/problems.ts";

const NAMES = Object.keys(SETTINGS_FIELDS);

/** @throws a not-found problem before the studio is set up */
export async function readSettings(db: Database): Promise<Settings> {
  const [row] = await rowsOf<Settings>(db, `select version, ${selected(NAMES, "s")} from studio s`);
  if (!row) throw notFound();
  return row;
}

/** Nobody writes over what somebody else wrote meanwhile. @throws a stale problem */
export const changeSettings = (db: Database, change: Settings): Promise<Settings> =>
  inTransaction(db, async () => {
    const { version, ...content } = change;
    const [changed] = await db.Studio.update(
      { ...content, version: version + 1 },
      { where: { id: 1, version } },
    );
    const now = await readSettings(db);
    if (changed === 0) throw stale(shapeOf(settings)(now));
    return now;
  });

/** How the studio writes dates, times and lengths, as one column of a query. */
export const LOCALE_FORMAT = `(select json_build_object('dates', dates, 'clock', clock, 'lengths', lengths) from studio)`;

/** What dancers of the studio manage at a tempo, and how far they reach, as columns of a query. */
export const DANCERS_COLUMNS = `(select tempo_limits from studio) as "tempoLimits",
  (select couple_limits from studio) as "coupleLimits"`;

/** How the house words its recaps: its own words, or those that ship. */
export async function houseOf(db: Database): Promise<House> {
  const [row] = await rowsOf<House>(db, `select safe_practice as "safePractice", lost from studio`);
  return { safePractice: row?.safePractice || HOUSE.safePractice, lost: row?.lost || HOUSE.lost };
}
