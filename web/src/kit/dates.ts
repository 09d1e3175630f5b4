import { clockAt, daysBetween } from "@map-step/core/time";
import { format, parseISO } from "date-fns";
import { studioLocaleFormat, studioZone } from "./locale-format.ts";

/** Of a way to write dates: with the day first, and with the month first. */
const written = (date: string, dayFirst: string, monthFirst: string): string =>
  format(parseISO(date), studioLocaleFormat().dates === "day-first" ? dayFirst : monthFirst);

/** `Mon 22 Feb` or `Mon, Feb 22` */
export const shortDay = (date: string): string => written(date, "EEE d MMM", "EEE, MMM d");
/** `22 Feb` or `Feb 22` */
export const dayAndMonth = (date: string): string => written(date, "d MMM", "MMM d");
/** `Monday 22 February 2027` or `Monday, February 22, 2027` */
export const longDay = (date: string): string => written(date, "EEEE d MMMM yyyy", "EEEE, MMMM d, yyyy");
/** A time of day as the studio writes it: `19:30` or `7:30 pm`. */
export function timeText(time: string): string {
  if (studioLocaleFormat().clock === "24") return time;
  const [hours = 0, minutes = 0] = time.split(":").map(Number);
  return `${hours % 12 || 12}:${String(minutes).padStart(2, "0")} ${hours < 12 ? "am" : "pm"}`;
}
/** `Mondays` */
export const weekdays = (date: string): string => `${format(parseISO(date), "EEEE")}s`;

/** The studio's time of day at an instant of ISO 8601: `19:42`. */
export const clockOf = (instant: string): string => timeText(clockAt(new Date(instant), studioZone()).time);

/** Its day and time of day there: `Mon 22 Feb, 19:42`. */
export function momentOf(instant: string): string {
  const { date, time } = clockAt(new Date(instant), studioZone());
  return `${shortDay(date)}, ${timeText(time)}`;
}

/** The time of day some minutes after another, as the studio writes it: `19:30` and 45 give `20:15`. */
export function clockAfter(start: string, minutes: number): string {
  const [hours = 0, past = 0] = start.split(":").map(Number);
  const total = (hours * 60 + past + minutes) % (24 * 60);
  const two = (number: number) => String(number).padStart(2, "0");
  return timeText(`${two(Math.floor(total / 60))}:${two(total % 60)}`);
}

/** How far a date is, as people say it. */
export function awayInWords(today: string, date: string): string {
  const days = daysBetween(today, date);
  if (days === 0) return "tonight";
  if (days === 1) return "tomorrow";
  if (days === -1) return "yesterday, not finished";
  return days > 0 ? `in ${days} days` : `${-days} days ago, not finished`;
}
