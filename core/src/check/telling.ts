import type { Layer } from "../figure/index.ts";
import type { LocalDate } from "../time/index.ts";
import type { Evidence } from "./evidence.ts";
import type { MarkScale } from "./fit.ts";
import { MARKS, type Mark } from "./mark.ts";
import { marksAhead, readiness } from "./readiness.ts";
import type { ReadinessRule } from "./rule.ts";

/** Something that nobody saw of a dancer, and how far its mark would settle whether they are ready. */
export interface Telling {
  readonly figureId: string;
  readonly layer: Layer;
  /** Expected fall of the entropy of the question, in bits, 0 to 1. */
  readonly gain: number;
}

/** Uncertainty of a question that is true with a chance, in bits. */
const entropy = (chance: number): number =>
  chance <= 0 || chance >= 1 ? 0 : -(chance * Math.log2(chance) + (1 - chance) * Math.log2(1 - chance));

/** Evidence as it would be if something were seen. */
export const seenAhead = (
  studentId: string,
  figureId: string,
  layer: Layer,
  mark: Mark,
  at: LocalDate,
): Evidence => ({
  id: "ahead",
  studentId,
  role: "solo",
  figureId,
  layer,
  mark,
  markerId: "",
  at,
  where: "check",
  offset: null,
  corrects: null,
});

/**
 * What to look at next of a dancer, the most telling first: each thing of an open clause that nobody saw, with how much
 * its mark is expected to settle. Nothing where all is settled.
 * @param again see `clauseFacts`
 * @example
 * mostTelling(RULE, "ana", MODEL, EVIDENCE, "2027-03-01").length // 2
 */
export function mostTelling(
  rule: ReadinessRule,
  studentId: string,
  model: MarkScale,
  evidence: readonly Evidence[],
  at: LocalDate,
  again: LocalDate | null = null,
): Telling[] {
  const own = evidence.filter((entry) => entry.studentId === studentId);
  const { clauses, probability } = readiness(rule, studentId, model, own, at, again);
  if (probability === 0 || probability === 1) return [];
  const things = new Map<string, { readonly figureId: string; readonly layer: Layer }>();
  for (const { clause, state, unseen } of clauses)
    if (state === "open" && clause.kind === "figures")
      for (const figureId of unseen)
        things.set(`${clause.layer} ${figureId}`, { figureId, layer: clause.layer });
  const before = entropy(probability);
  return [...things.values()]
    .map(({ figureId, layer }) => {
      const chances = marksAhead(studentId, figureId, layer, model, own, at);
      const after = MARKS.reduce((sum, mark, rank) => {
        const seen = seenAhead(studentId, figureId, layer, mark, at);
        const then = readiness(rule, studentId, model, [...own, seen], at, again).probability;
        return sum + (chances[rank] ?? 0) * entropy(then);
      }, 0);
      return { figureId, layer, gain: Math.max(0, before - after) };
    })
    .sort((a, b) => b.gain - a.gain);
}
