import type { Manner } from "@map-step/contract/manner";

let zone = "UTC";
let manner: Manner = { dates: "day-first", clock: "24", lengths: "metres" };

/** All times on screen are the studio's, wherever the browser is. */
export const showTimesIn = (timeZone: string): void => {
  zone = timeZone;
};
export const studioZone = (): string => zone;

/** Dates, times and lengths are written as the studio does, on screen and on paper. */
export const writeAs = (studios: Manner): void => {
  manner = studios;
};
export const studioManner = (): Manner => manner;
