/** Samples per second that the finder of a tempo needs. */
export const TEMPO_RATE = 44_100;
