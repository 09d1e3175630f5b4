import { clockAt, daysBetween } from "@map-step/core/time";
import { format, parseISO } from "date-fns";
import { studioZone } from "./studio-zone.ts";

/** `Mon 22 Feb` */
export const shortDay = (date: string): string => format(parseISO(date), "EEE d MMM");
/** `22 Feb` */
export const dayAndMonth = (date: string): string => format(parseISO(date), "d MMM");
/** `Monday 22 February 2027` */
export const longDay = (date: string): string => format(parseISO(date), "EEEE d MMMM yyyy");
/** `Mondays` */
export const weekdays = (date: string): string => `${format(parseISO(date), "EEEE")}s`;

/** The studio's time of day at an instant of ISO 8601: `19:42`. */
export const clockOf = (instant: string): string => clockAt(new Date(instant), studioZone()).time;

/** Its day and time of day there: `Mon 22 Feb, 19:42`. */
export function momentOf(instant: string): string {
  const { date, time } = clockAt(new Date(instant), studioZone());
  return `${shortDay(date)}, ${time}`;
}

/** The time of day some minutes after another: `19:30` and 45 give `20:15`. */
export function clockAfter(start: string, minutes: number): string {
  const [hours = 0, past = 0] = start.split(":").map(Number);
  const total = (hours * 60 + past + minutes) % (24 * 60);
  const two = (number: number) => String(number).padStart(2, "0");
  return `${two(Math.floor(total / 60))}:${two(total % 60)}`;
}

/** How far a date is, as people say it. */
export function awayInWords(today: string, date: string): string {
  const days = daysBetween(today, date);
  if (days === 0) return "tonight";
  if (days === 1) return "tomorrow";
  if (days === -1) return "yesterday, not finished";
  return days > 0 ? `in ${days} days` : `${-days} days ago, not finished`;
}
