import type { LocaleFormat } from "@map-step/contract/locale-format";

let zone = "UTC";
let localeFormat: LocaleFormat = { dates: "day-first", clock: "24", lengths: "metres" };

/** All times on screen are the studio's, wherever the browser is. */
export const showTimesIn = (timeZone: string): void => {
  zone = timeZone;
};
export const studioZone = (): string => zone;

/** Dates, times and lengths are written as the studio does, on screen and on paper. */
export const writeAs = (studios: LocaleFormat): void => {
  localeFormat = studios;
};
export const studioLocaleFormat = (): LocaleFormat => localeFormat;
