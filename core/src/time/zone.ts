import type { LocalDate } from "./calendar.ts";

const MINUTE_MS = 60_000;

/** What a wall clock in a zone shows at an instant, as milliseconds as if it were UTC. */
function wallClock(instant: number, timeZone: string): number {
  const parts = new Intl.DateTimeFormat("en-GB", {
    timeZone,
    calendar: "gregory",
    numberingSystem: "latn",
    hourCycle: "h23",
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    hour: "2-digit",
    minute: "2-digit",
  }).formatToParts(instant);
  const at = (type: Intl.DateTimeFormatPartTypes) => Number(parts.find((part) => part.type === type)?.value);
  return Date.UTC(at("year"), at("month") - 1, at("day"), at("hour"), at("minute"));
}

/**
 * The instant at which a wall clock in a zone shows a date and a time. A time that a change to summer time leaves out
 * is taken as the clocks before it would have shown it; one that comes twice is the first of the two.
 *
 *     instantAt("2027-03-15", "19:30", "Europe/Lisbon") // 2027-03-15T19:30:00.000Z
 *
 * @param time `HH:MM`, from 00:00 to 23:59
 * @example
 * instantAt("2027-07-05", "19:30", "Europe/Lisbon").toISOString() // "2027-07-05T18:30:00.000Z"
 */
export function instantAt(date: LocalDate, time: string, timeZone: string): Date {
  const wanted = Date.parse(`${date}T${time}:00.000Z`);
  const offsetAt = (instant: number) =>
    wallClock(instant, timeZone) - Math.floor(instant / MINUTE_MS) * MINUTE_MS;
  // The offset of a day before and of a day after: between them lies at most one change of the clocks.
  const day = 24 * 60 * MINUTE_MS;
  const [before, after] = [wanted - offsetAt(wanted - day), wanted - offsetAt(wanted + day)];
  const right = [Math.min(before, after), Math.max(before, after)].find(
    (instant) => wallClock(instant, timeZone) === wanted,
  );
  return new Date(right ?? before);
}

/**
 * The date on which an instant falls in a zone, and the time there as `HH:MM`.
 * @example
 * clockAt(new Date("2027-07-05T18:30:00Z"), "Europe/Lisbon") // { date: "2027-07-05", time: "19:30" }
 */
export function clockAt(
  instant: Date,
  timeZone: string,
): { readonly date: LocalDate; readonly time: string } {
  const text = new Date(wallClock(instant.getTime(), timeZone)).toISOString();
  return { date: text.slice(0, 10), time: text.slice(11, 16) };
}
