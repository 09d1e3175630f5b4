import { type Figure, type Role, type Step, stepsOf, writtenRoles } from "../notation/index.ts";
import { spokenCount, spokenFraction } from "../time/index.ts";

/** What is said while the figure is danced, such as `1 2 & 3`: the counts of the role that moves most often. */
export function countCall(figure: Figure): string {
  const roles = writtenRoles(figure).map((role) => stepsOf(figure, role));
  const busiest = roles.sort((a, b) => b.length - a.length)[0] ?? [];
  return busiest.map(({ onset }) => spokenCount(onset)).join(" ");
}

const FOOT = { L: "left", R: "right", both: "both feet" } as const;

/** A step in words: `left forward, turn right ½`. */
export function stepInWords(step: Step): string {
  const move = [step.foot ? FOOT[step.foot] : "", step.action, step.direction ?? "", step.size ?? ""]
    .filter(Boolean)
    .join(" ");
  const turn = step.turn ? `turn ${FOOT[step.turn.sense]} ${spokenFraction(step.turn.degrees, 360)}` : "";
  return [move, turn, step.hold ? `hold ${step.hold}` : "", step.lead ? `lead: ${step.lead}` : ""]
    .filter(Boolean)
    .join(", ");
}

/** What the feet of one role do, count by count: `1 left side; 2 right close`. */
export const roleCall = (figure: Figure, role: Role): string =>
  stepsOf(figure, role)
    .map(({ lead: _lead, ...step }) => `${spokenCount(step.onset)} ${stepInWords(step)}`)
    .join("; ");
