import type { Database } from "../db/connection.ts";
import { rowsOf } from "../db/query.ts";

/** A device's clock may be off by so much; beyond, it is wrong. Milliseconds. */
const MOST_OFF_MS = 2 * 366 * 24 * 60 * 60_000;

/** The studio's day, against which the clocks of devices are held. */
export async function studioDay(db: Database): Promise<string> {
  const [row] = await rowsOf<{ day: string }>(db, "select to_char(studio_today(), 'YYYY-MM-DD') as day");
  return row?.day ?? new Date().toISOString().slice(0, 10);
}

/** Whether a day or a moment that a device says can be meant. */
export const canBeMeant = (said: string, today: string): boolean =>
  Math.abs(Date.parse(said) - Date.parse(today)) <= MOST_OFF_MS;

/**
 * The moment that a device says something was noted; now where its clock cannot be right. So no entry is lost, or holds
 * others up, for the sake of a clock that was never set.
 */
export const momentNoted = (at: string, today: string): string =>
  canBeMeant(at, today) ? at : new Date().toISOString();
