import { z } from "zod";

/** Which comes first in a date: `22 Feb` or `Feb 22`. */
export const DATE_ORDERS = ["day-first", "month-first"] as const;
/** How times of day are written: `19:30` or `7:30 pm`. */
export const CLOCKS = ["24", "12"] as const;
/** In what floors and ways are measured. */
export const LENGTHS = ["metres", "feet"] as const;

/** How the studio writes dates, times and lengths, on screen and on paper. Files keep `2027-02-22`, `19:30` and metres. */
export const localeFormat = z.object({
  dates: z.enum(DATE_ORDERS),
  clock: z.enum(CLOCKS),
  lengths: z.enum(LENGTHS),
});
/** How the studio writes dates, times and lengths. */
export type LocaleFormat = z.infer<typeof localeFormat>;
