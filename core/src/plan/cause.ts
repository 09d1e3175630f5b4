import { type Finding, type FindingCode, findingKey } from "./finding.ts";

/** Findings that have one cause, and so one sentence; a single finding is a cause of its own. */
export interface Cause {
  readonly key: string;
  readonly severity: Finding["severity"];
  /** What all of them have in common, with their number. */
  readonly text: string;
  readonly findings: readonly Finding[];
}

/** So many findings of one cause are told as one. */
const MANY = 3;

type Words = (count: number, other: string) => string;

/** Findings that come from one other figure: it is missing, too late, or not settled. */
const BY_OTHER: Readonly<Partial<Record<FindingCode, Words>>> = {
  "needs-missing": (count, other) => `${count} figures need ${other}, which this plan never teaches.`,
  "needs-later": (count, other) => `${count} figures need ${other} before it is taught.`,
  "need-not-chosen": (count, other) =>
    `${count} figures wait, because they need ${other}, which is not chosen for this level.`,
  "turn-before-settled": (count, other) => `${count} figures turn before ${other} has settled.`,
};

/** Findings that come from one rule of the level, or one thing that nobody did yet. */
const BY_CODE: Readonly<Partial<Record<FindingCode, Words>>> = {
  fades: (count) => `${count} figures fade before they are danced again.`,
  "too-fast": (count) => `${count} figures have footwork too fast for the tempo of this course.`,
  "show-move-too-early": (count) => `${count} show moves come before this level has them.`,
  "show-move-without-cautions": (count) =>
    `${count} show moves have no cautions. Write them before they are taught.`,
  "close-hold-before-talk": (count) =>
    `${count} figures bring a close hold before consent and holds are talked about.`,
  "no-qualified-teacher": (count) => `${count} figures have nobody in this section who may teach them.`,
  "new-on-last-night": (count) =>
    `${count} figures are new on the last night, with no lesson left to bring them back.`,
  "not-reached": (count) => `${count} figures were not reached in class, and no lesson is left for them.`,
  "must-waits": (count) => `${count} figures must be taught in this level and have no week yet.`,
  banned: (count) => `${count} figures stand in the plan although this level leaves them out.`,
};

/**
 * Findings put together by what causes them, in the order of the first of each. Fewer than three of one cause stay as
 * they are.
 * @param nameOf the name of a figure, by its id
 * @example
 * causesOf([], (id) => id) // []
 */
export function causesOf(findings: readonly Finding[], nameOf: (id: string) => string): Cause[] {
  const groups = new Map<string, Finding[]>();
  for (const finding of findings) {
    const { code, otherId } = finding;
    const key = BY_OTHER[code] && otherId ? `${code} ${otherId}` : BY_CODE[code] ? code : findingKey(finding);
    groups.set(key, [...(groups.get(key) ?? []), finding]);
  }
  return [...groups].flatMap(([key, all]): Cause[] => {
    const [{ code, otherId = "" }] = all as [Finding];
    const words = BY_OTHER[code] ?? BY_CODE[code];
    if (all.length < MANY || !words)
      return all.map((one) => ({
        key: findingKey(one),
        severity: one.severity,
        text: one.text,
        findings: [one],
      }));
    const severity = all.some((one) => one.severity === "must") ? "must" : "should";
    return [{ key, severity, text: words(all.length, nameOf(otherId)), findings: all }];
  });
}
