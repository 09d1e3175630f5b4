let zone = "UTC";

/** All times on screen are the studio's, wherever the browser is. */
export const showTimesIn = (timeZone: string): void => {
  zone = timeZone;
};
export const studioZone = (): string => zone;
