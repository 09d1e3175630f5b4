import { counted } from "../words/index.ts";
import type { TapTiming } from "./timing.ts";

/** Milliseconds within which nobody hears that a tap is off the beat. */
const ON_THE_BEAT = 10;
/** So much further off than the others a count is told by itself. */
const STANDS_OUT = 15;

const side = (off: number): string => (off < 0 ? "early" : "late");

/**
 * The timing of taps as a teacher would say it.
 * @example
 * timingInWords(tapTiming([970, 1970], [{ at: 1000, count: "1" }, { at: 2000, count: "2" }]))
 * // "Mostly 30 ms early."
 */
export function timingInWords({ matched, offset, spread, drift, missed, extra, byCount }: TapTiming): string {
  if (matched.length === 0) return "Nothing was tapped on the beat.";
  const far = byCount
    .filter(({ offset: own, taps }) => taps > 1 && Math.abs(own - offset) >= Math.max(STANDS_OUT, spread))
    .sort((a, b) => Math.abs(b.offset - offset) - Math.abs(a.offset - offset));
  const [most] = far;
  const whole =
    Math.abs(offset) < ON_THE_BEAT
      ? "On the beat"
      : `Mostly ${Math.round(Math.abs(offset))} ms ${side(offset)}`;
  const apart = most ? `, and ${most.offset < offset ? "earlier" : "later"} on ${most.count}` : "";
  const more = [
    spread >= 2 * ON_THE_BEAT ? `They lie ${Math.round(spread)} ms to either side of that.` : "",
    drift === 0
      ? ""
      : `They fall ${drift > 0 ? "behind" : "ahead"} by ${Math.round(Math.abs(drift))} ms in a minute.`,
    missed.length > 0 ? `${counted(missed.length, "beat")} without a tap.` : "",
    extra.length > 0 ? `${counted(extra.length, "tap")} too many.` : "",
  ].filter(Boolean);
  return [`${whole}${apart}.`, ...more].join(" ");
}
