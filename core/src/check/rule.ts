import type { Layer } from "../figure/index.ts";
import type { LocalDate } from "../time/index.ts";
import { type Evidence, latestOffset, markAtLayer, type Standing, standing } from "./evidence.ts";
import { type Mark, markRank } from "./mark.ts";

/** So many of some figures, shown at a layer with a mark or better. */
export interface FigureClause {
  readonly kind: "figures";
  readonly figureIds: readonly string[];
  readonly atLeast: number;
  readonly mark: Mark;
  readonly layer: Layer;
}

/** The latest measured timing lies within so many milliseconds of the beat. */
export interface TimingClause {
  readonly kind: "timing";
  readonly within: number;
}

/** One condition of a rule. */
export type Clause = FigureClause | TimingClause;

/** When a dancer is ready for the next level: every clause holds. */
export interface ReadinessRule {
  readonly clauses: readonly Clause[];
}

/** What is known of one clause. */
export interface ClauseFacts {
  readonly clause: Clause;
  /** Whether what was seen settles it, and how. */
  readonly state: "met" | "not-met" | "open";
  /** Figures shown well enough, shown but not well enough, and not seen; for timing what was measured stands in `off`. */
  readonly shown: readonly string[];
  readonly lacking: readonly string[];
  readonly unseen: readonly string[];
  readonly off: number | null;
}

/**
 * What so many shown and not seen settle of a clause.
 * @example
 * clauseState({ kind: "figures", figureIds: ["turn"], atLeast: 1, mark: "alone", layer: "partner" }, { shown: [], unseen: ["turn"] })
 * // "open"
 */
export function clauseState(
  { atLeast }: FigureClause,
  { shown, unseen }: Pick<ClauseFacts, "shown" | "unseen">,
): ClauseFacts["state"] {
  if (shown.length >= atLeast) return "met";
  return shown.length + unseen.length < atLeast ? "not-met" : "open";
}

/**
 * The facts of a rule: what a dancer's evidence says of each clause, without any estimate.
 * @param again a night on which is looked anew: what somebody lacked before it may have been learned, and counts as not
 *   seen; what they had, they have. `null` where it is what was seen last
 * @example
 * clauseFacts(RULE, "ana", EVIDENCE, "2027-03-01").map(({ state }) => state) // ["met", "open"]
 */
export function clauseFacts(
  { clauses }: ReadinessRule,
  studentId: string,
  evidence: readonly Evidence[],
  at: LocalDate,
  again: LocalDate | null = null,
): ClauseFacts[] {
  const own = evidence.filter((entry) => entry.studentId === studentId);
  const stands = new Map<string, Standing[]>();
  for (const one of standing(own, at)) stands.set(one.figureId, [...(stands.get(one.figureId) ?? []), one]);
  return clauses.map((clause) => {
    if (clause.kind === "timing") {
      const off = latestOffset(own, at);
      const state = off === null ? "open" : Math.abs(off) <= clause.within ? "met" : "not-met";
      return { clause, state, shown: [], lacking: [], unseen: [], off };
    }
    const marks = [...new Set(clause.figureIds)].map(
      (id) => [id, markAtLayer(stands.get(id) ?? [], clause.layer)] as const,
    );
    const idsOf = (is: (mark: Mark | null) => boolean) =>
      marks.flatMap(([id, mark]) => (is(mark) ? [id] : []));
    const shown = idsOf((mark) => mark !== null && markRank(mark) >= markRank(clause.mark));
    const isOld = (id: string) => again !== null && (stands.get(id) ?? []).every((one) => one.at < again);
    const lacked = idsOf((mark) => mark !== null && markRank(mark) < markRank(clause.mark));
    const unseen = [...idsOf((mark) => mark === null), ...lacked.filter(isOld)];
    const lacking = lacked.filter((id) => !isOld(id));
    const state = clauseState(clause, { shown, unseen });
    return { clause, state, shown, lacking, unseen, off: null };
  });
}
