import type { FigureKind, Layer } from "../figure/index.ts";
import type { Mark } from "./mark.ts";
import type { ReadinessRule, TimingClause } from "./rule.ts";

/** So many figures of a kind, or of all kinds, as a level states it: whichever figures the level has. */
export interface KindClause {
  readonly kind: "figures";
  readonly of: FigureKind | "all";
  /** `null` for all of them. */
  readonly atLeast: number | null;
  readonly mark: Mark;
  readonly layer: Layer;
}

/** One condition of a level's rule, before it is known which figures the level has. */
export type StatedClause = KindClause | TimingClause;

/** A figure of a level, as far as rules ask. */
export interface RuledFigure {
  readonly id: string;
  readonly kind: FigureKind;
}

const isOf = ({ of }: KindClause, { kind }: RuledFigure): boolean => of === "all" || of === kind;

/**
 * A level's rule over the figures that it has. More than there are is all of them; a clause about a kind that the level
 * does not have is met.
 * @example
 * ruleOver([{ kind: "figures", of: "basic", atLeast: null, mark: "alone", layer: "partner" }],
 *   [{ id: "basic", kind: "basic" }]).clauses.length // 1
 */
export const ruleOver = (
  clauses: readonly StatedClause[],
  figures: readonly RuledFigure[],
): ReadinessRule => ({
  clauses: clauses.map((clause) => {
    if (clause.kind === "timing") return clause;
    const figureIds = figures.filter((figure) => isOf(clause, figure)).map(({ id }) => id);
    const { mark, layer, atLeast } = clause;
    return {
      kind: "figures",
      figureIds,
      atLeast: Math.min(atLeast ?? figureIds.length, figureIds.length),
      mark,
      layer,
    };
  }),
});

/** What a studio asks of a dancer where a level states no rule. */
export interface RuleHabits {
  /** Of the figures of each kind that are not basics, so many in a hundred. */
  readonly share: number;
  /** The least mark that counts. */
  readonly mark: Mark;
}

const HABITS: RuleHabits = { share: 80, mark: "alone" };

/**
 * The rule of a level that states none: all basics, and a share of each other kind that it teaches; by itself four in
 * five, without help.
 * @param layer at which it is shown: with a partner, or to counts where one dances alone
 * @example
 * usualRule([{ id: "basic", kind: "basic" }], "partner")
 * // [{ kind: "figures", of: "basic", atLeast: null, mark: "alone", layer: "partner" }]
 */
export function usualRule(
  figures: readonly RuledFigure[],
  layer: Layer,
  { share, mark }: RuleHabits = HABITS,
): StatedClause[] {
  const asked = ["basic", "pattern", "turn"] as const;
  return asked.flatMap((of): StatedClause[] => {
    const many = figures.filter(({ kind }) => kind === of).length;
    if (many === 0) return [];
    const atLeast = of === "basic" ? null : Math.ceil((many * share) / 100);
    return [{ kind: "figures", of, atLeast, mark, layer }];
  });
}
