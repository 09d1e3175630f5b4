import { format, parseISO } from "date-fns";

/** `Mon 22 Feb` */
export const shortDay = (date: string): string => format(parseISO(date), "EEE d MMM");
/** `22 Feb` */
export const dayAndMonth = (date: string): string => format(parseISO(date), "d MMM");
/** `Monday 22 February 2027` */
export const longDay = (date: string): string => format(parseISO(date), "EEEE d MMMM yyyy");
/** `Mondays` */
export const weekdays = (date: string): string => `${format(parseISO(date), "EEEE")}s`;
