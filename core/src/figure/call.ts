import { type Figure, type Role, type Step, stepsOf, writtenRoles } from "../notation/index.ts";
import { spokenCount, spokenFraction, TICKS_PER_BEAT, type Ticks } from "../time/index.ts";

/** Longer figures than this are called in eights. Beats. */
const LONGEST_CALL = 12;
const EIGHT = 8 * TICKS_PER_BEAT;

/**
 * A count as it is called in a long figure: from 1 to 8 again and again, the 1 of each further eight said by its number,
 * such as `7 8 2 2 3` for 7 to 11.
 */
function inEights(onset: Ticks): string {
  const eight = Math.floor(onset / EIGHT);
  return onset % EIGHT === 0 && eight > 0
    ? String(eight + 1)
    : spokenCount(onset < 0 ? onset : onset - eight * EIGHT);
}

/**
 * What is said while the figure is danced: the counts of the role that moves most often. Long figures are called in
 * eights.
 * @example
 * countCall(BASIC) // "1 2 3 4 5 6 7 8"
 */
export function countCall(figure: Figure): string {
  const roles = writtenRoles(figure).map((role) => stepsOf(figure, role));
  const busiest = roles.sort((a, b) => b.length - a.length)[0] ?? [];
  const isLong = !figure.free && figure.length > LONGEST_CALL * TICKS_PER_BEAT && figure.length % EIGHT === 0;
  return busiest.map(({ onset }) => (isLong ? inEights(onset) : spokenCount(onset))).join(" ");
}

const FOOT = { L: "left", R: "right", both: "both feet" } as const;

/**
 * A step in words: `left forward, turn right ½`.
 * @example
 * stepInWords(stepsOf(TURN, "follower")[4]) // "left side, turn right ½"
 */
export function stepInWords(step: Step): string {
  const move = [step.foot ? FOOT[step.foot] : "", step.action, step.direction ?? "", step.size ?? ""]
    .filter(Boolean)
    .join(" ");
  const turn = step.turn
    ? `turn ${FOOT[step.turn.sense]} ${spokenFraction(step.turn.degrees, 360)}${step.turn.first ? " first" : ""}`
    : "";
  return [move, turn, step.hold ? `hold ${step.hold}` : "", step.lead ? `lead: ${step.lead}` : ""]
    .filter(Boolean)
    .join(", ");
}

/**
 * What the feet of one role do, count by count: `1 left side; 2 right close`.
 * @example
 * roleCall(BASIC, "leader")
 * // "1 left side, hold open; 2 right close; 3 left side; 4 right tap; 5 right side; 6 left close; 7 right side; 8 left tap"
 */
export const roleCall = (figure: Figure, role: Role): string =>
  stepsOf(figure, role)
    .map(({ lead: _lead, ...step }) => `${spokenCount(step.onset)} ${stepInWords(step)}`)
    .join("; ");
