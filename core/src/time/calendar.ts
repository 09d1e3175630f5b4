/** A studio-local date without a time, `YYYY-MM-DD`. It sorts as text. */
export type LocalDate = string;

const DAY_MS = 86_400_000;

const asUtc = (date: LocalDate): number => Date.parse(`${date}T00:00:00Z`);

/** The date a number of days later (or earlier, below 0). */
export const addDays = (date: LocalDate, days: number): LocalDate =>
  new Date(asUtc(date) + days * DAY_MS).toISOString().slice(0, 10);

/** Whole days from one date to another. */
export const daysBetween = (from: LocalDate, to: LocalDate): number => (asUtc(to) - asUtc(from)) / DAY_MS;

/** ISO weekday, 1 Monday to 7 Sunday. */
export const weekdayOf = (date: LocalDate): number => new Date(asUtc(date)).getUTCDay() || 7;

/** The first date on or after `from` that falls on a weekday (1 Monday to 7 Sunday). */
export const nextWeekday = (from: LocalDate, weekday: number): LocalDate =>
  addDays(from, (weekday - weekdayOf(from) + 7) % 7);

/**
 * The dates on which a weekly course meets: one a week from the first date on, days off left out, so that a
 * day off moves every later lesson by a week.
 */
export function lessonDates(first: LocalDate, weeks: number, daysOff: readonly LocalDate[]): LocalDate[] {
  const off = new Set(daysOff);
  const dates: LocalDate[] = [];
  for (let date = first; dates.length < weeks; date = addDays(date, 7)) if (!off.has(date)) dates.push(date);
  return dates;
}
