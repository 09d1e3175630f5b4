import { addDays, type LocalDate, lessonDates, nextWeekday, weekdayOf } from "../time/index.ts";
import type { TermDays } from "./slot.ts";

/** The dates of a section in another term. */
export interface Laid {
  readonly firstDate: LocalDate;
  readonly daysOff: readonly LocalDate[];
  readonly dates: readonly LocalDate[];
  /** Lessons that come after the term's last day. */
  readonly past: number;
}

/**
 * The dates of a weekly course in a term: from its first such weekday on that is not closed, round its closed days.
 * @param weekday 1 Monday to 7 Sunday
 * @param lessons how many
 * @example
 * laidIn({ from: "2027-02-01", until: "2027-02-28", closed: [{ day: "2027-02-08", reason: "Fair" }] }, 1, 3).dates
 * // ["2027-02-01", "2027-02-15", "2027-02-22"]
 */
export function laidIn({ from, until, closed }: TermDays, weekday: number, lessons: number): Laid {
  const off = new Set(closed.map(({ day }) => day));
  let firstDate = nextWeekday(from, weekday);
  while (off.has(firstDate)) firstDate = addDays(firstDate, 7);
  const round = [...off].filter((day) => day > firstDate && weekdayOf(day) === weekday).toSorted();
  const dates = lessonDates(firstDate, lessons, round);
  const last = dates.at(-1) ?? firstDate;
  return {
    firstDate,
    // A closed day after the last lesson is none of its days off.
    daysOff: round.filter((day) => day < last),
    dates,
    past: dates.filter((date) => date > until).length,
  };
}
