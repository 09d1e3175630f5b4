/** A studio-local date without a time, `YYYY-MM-DD`. It sorts as text. */
export type LocalDate = string;

const DAY_MS = 86_400_000;

const asUtc = (date: LocalDate): number =>
  Date.UTC(Number(date.slice(0, 4)), Number(date.slice(5, 7)) - 1, Number(date.slice(8, 10)));

const two = (value: number): string => (value < 10 ? `0${value}` : String(value));

const dateAt = (utc: number): LocalDate => {
  const day = new Date(utc);
  return `${String(day.getUTCFullYear()).padStart(4, "0")}-${two(day.getUTCMonth() + 1)}-${two(day.getUTCDate())}`;
};

/**
 * The date a number of days later (or earlier, below 0).
 * @example
 * addDays("2027-02-27", 2) // "2027-03-01"
 */
export const addDays = (date: LocalDate, days: number): LocalDate => dateAt(asUtc(date) + days * DAY_MS);

/**
 * Whole days from one date to another.
 * @example
 * daysBetween("2027-02-01", "2027-03-01") // 28
 */
export const daysBetween = (from: LocalDate, to: LocalDate): number => (asUtc(to) - asUtc(from)) / DAY_MS;

/**
 * ISO weekday, 1 Monday to 7 Sunday.
 * @example
 * weekdayOf("2027-02-01") // 1
 */
export const weekdayOf = (date: LocalDate): number => new Date(asUtc(date)).getUTCDay() || 7;

/**
 * The first date on or after `from` that falls on a weekday (1 Monday to 7 Sunday).
 * @example
 * nextWeekday("2027-02-03", 1) // "2027-02-08"
 */
export const nextWeekday = (from: LocalDate, weekday: number): LocalDate =>
  addDays(from, (weekday - weekdayOf(from) + 7) % 7);

/**
 * The dates on which a weekly course meets: one a week from the first date on, days off left out, so that a
 * day off moves every later lesson by a week.
 * @example
 * lessonDates("2027-02-01", 3, ["2027-02-08"]) // ["2027-02-01", "2027-02-15", "2027-02-22"]
 */
export function lessonDates(first: LocalDate, weeks: number, daysOff: readonly LocalDate[]): LocalDate[] {
  const off = new Set(daysOff);
  const dates: LocalDate[] = [];
  for (let utc = asUtc(first); dates.length < weeks; utc += 7 * DAY_MS) {
    const date = dateAt(utc);
    if (!off.has(date)) dates.push(date);
  }
  return dates;
}

/**
 * The latest of some days; `undefined` where there are none.
 * @example
 * latestDay(["2027-02-01", "2027-03-01"]) // "2027-03-01"
 */
export const latestDay = (days: readonly LocalDate[]): LocalDate | undefined => days.toSorted().at(-1);

/**
 * The earliest of some days; `undefined` where there are none.
 * @example
 * earliestDay(["2027-02-01", "2027-03-01"]) // "2027-02-01"
 */
export const earliestDay = (days: readonly LocalDate[]): LocalDate | undefined => days.toSorted()[0];
