import type { Layer } from "../figure/index.ts";
import type { LocalDate } from "../time/index.ts";
import type { Evidence } from "./evidence.ts";
import type { MarkScale } from "./fit.ts";
import type { Mark } from "./mark.ts";
import { readiness } from "./readiness.ts";
import { readyIfHad } from "./ready-if-had.ts";
import type { ReadinessRule } from "./rule.ts";

/** What teaching a figure at a layer once more would change. */
export interface TeachAgain {
  readonly figureId: string;
  readonly layer: Layer;
  readonly mark: Mark;
  /** Students who were seen to lack it. */
  readonly lacking: readonly string[];
  /** How many more are expected to be ready if the whole class had it. */
  readonly moreReady: number;
  readonly minutes: number;
  readonly perTenMinutes: number;
}

/** What is asked of a class. */
export interface TeachAgainOptions {
  readonly rule: ReadinessRule;
  readonly studentIds: readonly string[];
  readonly model: MarkScale;
  readonly evidence: readonly Evidence[];
  readonly at: LocalDate;
  /** Minutes that it takes to teach a figure at a layer once more, above 0. */
  readonly minutesOf: (figureId: string, layer: Layer) => number;
}

/**
 * What is worth teaching once more: for each figure that somebody was seen to lack, how many more would be ready if
 * everybody had it, the most per minute first. It gives nothing to who has it already, nor to who cannot become ready
 * any more.
 * @example
 * teachAgain({ rule: RULE, studentIds: ["ben"], model: MODEL, evidence: EVIDENCE, at: "2027-03-01",
 *   minutesOf: () => 5 }).map(({ figureId }) => figureId) // ["turn"]
 */
export function teachAgain({
  rule,
  studentIds,
  model,
  evidence,
  at,
  minutesOf,
}: TeachAgainOptions): TeachAgain[] {
  const students = studentIds.map((studentId) => {
    const own = evidence.filter((entry) => entry.studentId === studentId);
    return { studentId, own, now: readiness(rule, studentId, model, own, at) };
  });
  const things = new Map<string, { figureId: string; layer: Layer; mark: Mark; lacking: Set<string> }>();
  for (const { studentId, now } of students)
    for (const { clause, lacking } of now.clauses)
      if (clause.kind === "figures")
        for (const figureId of lacking) {
          const { layer, mark } = clause;
          const key = `${figureId} ${layer} ${mark}`;
          const thing = things.get(key) ?? { figureId, layer, mark, lacking: new Set() };
          thing.lacking.add(studentId);
          things.set(key, thing);
        }
  return [...things.values()]
    .map(({ figureId, layer, mark, lacking }) => {
      const moreReady = students.reduce((sum, { studentId, own, now }) => {
        const then = readyIfHad(rule, studentId, model, own, at, { figureId, layer, mark });
        return sum + Math.max(0, then - now.probability);
      }, 0);
      const minutes = minutesOf(figureId, layer);
      return {
        figureId,
        layer,
        mark,
        lacking: [...lacking],
        moreReady,
        minutes,
        perTenMinutes: (moreReady / minutes) * 10,
      };
    })
    .sort((a, b) => b.perTenMinutes - a.perTenMinutes || b.lacking.length - a.lacking.length);
}
