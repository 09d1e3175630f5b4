import type { PracticeMeasure } from "@map-step/contract";
import type { TapTiming } from "@map-step/core/practice";

const tenth = (value: number): number => Math.round(value * 10) / 10;
const within = (value: number): number => Math.max(-2000, Math.min(2000, tenth(value)));

/** A timing as it is kept. */
export const measureOf = (timing: TapTiming, bpm: number): PracticeMeasure => ({
  bpm: tenth(bpm),
  taps: timing.matched.length,
  missed: timing.missed.length,
  extra: timing.extra.length,
  offset: within(timing.offset),
  spread: Math.min(2000, tenth(timing.spread)),
  byCount: timing.byCount
    .slice(0, 256)
    .map(({ count, offset, taps }) => ({ count, offset: within(offset), taps })),
});

/** A kept timing in a line: `104 beats a minute: 31 ms early, 12 ms to either side`. */
export function measureInWords({ bpm, offset, spread, missed }: PracticeMeasure): string {
  const off = Math.round(Math.abs(offset));
  const whole = off < 10 ? "on the beat" : `${off} ms ${offset < 0 ? "early" : "late"}`;
  return `${Math.round(bpm)} beats a minute: ${whole}, ${Math.round(spread)} ms to either side${missed > 0 ? `, ${missed} missed` : ""}`;
}
