import type { BoardAnswer } from "../../workers/board.ts";

const entropy = (chance: number): number =>
  chance <= 0 || chance >= 1 ? 0 : -chance * Math.log2(chance) - (1 - chance) * Math.log2(1 - chance);
/** From here on a dancer counts as settled: nothing that is left would likely change it. */
const SETTLED = 0.05;

/** Figures that the rule asks of everybody, and on which nobody was marked: no estimate stands in for a look at them. */
export function unmarkedOf({ dancers }: Pick<BoardAnswer, "dancers">): string[] {
  const [first, ...others] = dancers.map(({ readiness: { clauses } }) => {
    const asked = clauses.flatMap(({ clause, unseen }) =>
      clause.kind === "figures" && clause.atLeast >= new Set(clause.figureIds).size ? unseen : [],
    );
    return new Set(asked);
  });
  return [...(first ?? [])].filter((id) => others.every((own) => own.has(id)));
}

/** Who is not settled, and about how many looks it takes. */
export function openOf({ dancers }: Pick<BoardAnswer, "dancers">, nameOf: (id: string) => string) {
  return dancers.flatMap(({ studentId, readiness: { probability }, telling }) => {
    const best = telling[0]?.gain ?? 0;
    if (probability <= SETTLED || probability >= 1 - SETTLED || telling.length === 0 || best < 0.01)
      return [];
    const looks = Math.min(telling.length, Math.max(1, Math.round(entropy(probability) / best)));
    return [{ name: nameOf(studentId), looks }];
  });
}
