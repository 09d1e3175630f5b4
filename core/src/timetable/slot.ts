import { type LocalDate, weekdayOf } from "../time/index.ts";

/** Somebody who teaches one lesson in the place of one of its teachers. */
export interface StandIn {
  readonly staffId: string;
  readonly forId: string;
}

/** A figure of a lesson that only some may teach. */
export interface Guarded {
  readonly figure: string;
  readonly teacherIds: readonly string[];
}

/** One lesson in the timetable. */
export interface Slot {
  readonly sectionId: string;
  readonly levelId: string;
  readonly week: number;
  readonly date: LocalDate;
  /** Minutes after midnight, in the studio's zone. */
  readonly start: number;
  readonly minutes: number;
  /** Empty where none is named. */
  readonly room: string;
  readonly teacherIds: readonly string[];
  readonly standIns: readonly StandIn[];
  readonly guarded: readonly Guarded[];
  /** A cancelled lesson has its day, and needs nobody and no room. */
  readonly held: boolean;
}

/** Days on which somebody can't teach, both ends counted. */
export interface Absence {
  readonly staffId: string;
  readonly from: LocalDate;
  readonly until: LocalDate;
}

/** A day on which the studio is closed, and why. */
export interface ClosedDay {
  readonly day: LocalDate;
  readonly reason: string;
}

/** A time of the studio's year: its days, both ends counted, and those on which it is closed. */
export interface TermDays {
  readonly from: LocalDate;
  readonly until: LocalDate;
  readonly closed: readonly ClosedDay[];
}

/**
 * Minutes after midnight of a time of the day.
 * @example
 * minutesOf("19:30") // 1170
 */
export const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));

const two = (value: number): string => String(value).padStart(2, "0");

/**
 * The time of the day of minutes after midnight; past midnight it begins anew.
 * @example
 * timeOf(1170) // "19:30"
 */
export const timeOf = (minutes: number): string =>
  `${two(Math.floor(minutes / 60) % 24)}:${two(minutes % 60)}`;

/**
 * Minutes that two lessons of one day have in common; 0 where one ends as the other begins.
 * @example
 * overlapOf({ start: 1140, minutes: 60 }, { start: 1170, minutes: 60 }) // 30
 */
export const overlapOf = (a: Pick<Slot, "start" | "minutes">, b: Pick<Slot, "start" | "minutes">): number =>
  Math.max(0, Math.min(a.start + a.minutes, b.start + b.minutes) - Math.max(a.start, b.start));

/**
 * Whether somebody is away on a day.
 * @example
 * isAway([{ staffId: "ana", from: "2027-02-01", until: "2027-02-07" }], "ana", "2027-02-07") // true
 */
export const isAway = (absences: readonly Absence[], staffId: string, date: LocalDate): boolean =>
  absences.some((one) => one.staffId === staffId && one.from <= date && date <= one.until);

/**
 * Who has to be there: the teachers for whom nobody stands in, and those who do.
 * @example
 * there({ teacherIds: ["ana", "ben"], standIns: [{ staffId: "cy", forId: "ben" }] }) // ["ana", "cy"]
 */
export const there = ({ teacherIds, standIns }: Pick<Slot, "teacherIds" | "standIns">): string[] => {
  const replaced = new Set(standIns.map(({ forId }) => forId));
  return [
    ...new Set([
      ...teacherIds.filter((id) => !replaced.has(id)),
      ...standIns.filter(({ forId }) => teacherIds.includes(forId)).map(({ staffId }) => staffId),
    ]),
  ];
};

/**
 * Where a day stands in a week that begins on a weekday.
 * @param firstWeekday 1 Monday to 7 Sunday
 * @returns 0 for the first day of the week to 6 for its last
 * @example
 * placeInWeek("2027-02-01", 7) // 1
 */
export const placeInWeek = (date: LocalDate, firstWeekday: number): number =>
  (weekdayOf(date) - firstWeekday + 7) % 7;
