/** All that can be found in a plan. */
export const FINDING_CODES = [
  "needs-later",
  "needs-missing",
  "need-not-chosen",
  "over-minutes",
  "too-many-new",
  "too-many-counts",
  "look-alikes-together",
  "turn-before-settled",
  "new-on-last-night",
  "new-before-check",
  "nothing-new-now",
  "fades",
  "room-left",
  "show-move-without-cautions",
  "show-move-too-early",
  "close-hold-before-talk",
  "too-fast",
  "one-role-waits",
  "routine-does-not-close",
  "routine-does-not-fit",
  "nobody-assigned",
  "no-qualified-teacher",
  "not-reached",
  "must-waits",
  "banned",
] as const;
/** One of `FINDING_CODES`. */
export type FindingCode = (typeof FINDING_CODES)[number];

/** Something in a plan that a director would want to change. */
export interface Finding {
  readonly code: FindingCode;
  /** `must`: the plan should not be taught like this; `should`: worth a second look. */
  readonly severity: "must" | "should";
  /** The week it is about; 0 when it is about none. */
  readonly week: number;
  /** The figure it is about; none when it is about the week. */
  readonly figureId?: string;
  /** The other figure concerned, such as the one needed. */
  readonly otherId?: string;
  /** How bad it is in its own unit, such as minutes over; 1 where there is nothing to count. A larger one is worse. */
  readonly size: number;
  /** One plain sentence with the numbers. */
  readonly text: string;
}

/**
 * Names a finding across plans, so that it can be recognised after a change.
 * @example
 * findingKey({ code: "too-many-new", week: 3 }) // "too-many-new@3"
 */
export const findingKey = ({ code, week, figureId = "", otherId = "" }: Finding): string =>
  figureId === "" ? `${code}@${week}` : `${code}:${figureId}:${otherId}`;

/**
 * Findings as sizes by their names, to be compared with those of another plan.
 * @example
 * sizesOf([]) // new Map([])
 */
export const sizesOf = (findings: readonly Finding[]): ReadonlyMap<string, number> =>
  new Map(findings.map((finding) => [findingKey(finding), finding.size]));

/**
 * Findings that another plan does not have, or has less of.
 * @example
 * worseThan([], new Map()) // []
 */
export const worseThan = (
  findings: readonly Finding[],
  before: ReadonlyMap<string, number>,
): readonly Finding[] => findings.filter((finding) => finding.size > (before.get(findingKey(finding)) ?? 0));
