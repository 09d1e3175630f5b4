import { LAYERS, type Layer } from "../figure/index.ts";
import type { LocalDate } from "../time/index.ts";
import type { Evidence } from "./evidence.ts";
import type { MarkScale } from "./fit.ts";
import { type Mark, markRank } from "./mark.ts";
import { chancesOf, totalOf } from "./readiness.ts";
import { type ClauseFacts, clauseFacts, clauseState, type ReadinessRule } from "./rule.ts";

/** Something that a dancer has, whether anybody saw it or not. */
export interface Had {
  readonly figureId: string;
  readonly layer: Layer;
  readonly mark: Mark;
}

/** A clause's facts if a dancer had something: it is shown where it is asked at that layer or one before. */
function factsWith(facts: ClauseFacts, { figureId, layer, mark }: Had): ClauseFacts {
  const { clause, shown } = facts;
  const counts =
    clause.kind === "figures" &&
    clause.figureIds.includes(figureId) &&
    !shown.includes(figureId) &&
    LAYERS.indexOf(clause.layer) <= LAYERS.indexOf(layer) &&
    markRank(mark) >= markRank(clause.mark);
  if (!counts) return facts;
  const without = (ids: readonly string[]) => ids.filter((id) => id !== figureId);
  const now = {
    ...facts,
    shown: [...shown, figureId],
    lacking: without(facts.lacking),
    unseen: without(facts.unseen),
  };
  return { ...now, state: clauseState(clause, now) };
}

/**
 * The chance that a rule holds if a dancer had something, all that was seen of them saying what it says now: having
 * learned one thing makes nobody better at others.
 * @returns 0 to 1; the chance as it is where they have it already, or where nothing can make them ready any more
 * @example
 * readyIfHad(RULE, "ana", MODEL, EVIDENCE, "2027-03-01", { figureId: "turn", layer: "partner", mark: "alone" }) // 1
 */
export function readyIfHad(
  rule: ReadinessRule,
  studentId: string,
  model: MarkScale,
  evidence: readonly Evidence[],
  at: LocalDate,
  had: Had,
): number {
  const own = evidence.filter((entry) => entry.studentId === studentId);
  const clauses = clauseFacts(rule, studentId, own, at).map((facts) => factsWith(facts, had));
  return totalOf(chancesOf(clauses, model, own, at));
}
