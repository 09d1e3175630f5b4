import type { Layer } from "../figure/index.ts";
import { daysBetween, type LocalDate } from "../time/index.ts";
import { counted } from "../words/index.ts";
import { abilityGrid, pointsFor } from "./ability-grid.ts";
import { atLeast } from "./at-least.ts";
import { type Evidence, uncorrected } from "./evidence.ts";
import type { MarkScale } from "./fit.ts";
import { MARK_NAMES, MARKS, type Mark, markRank } from "./mark.ts";
import { type ClauseFacts, clauseFacts, type FigureClause, type ReadinessRule } from "./rule.ts";

/** How likely a rule holds, in words: from 0.9, from 0.65, from 0.1, and below. */
export type Verdict = "ready" | "likely" | "open" | "not-yet";

/** Whether a dancer is ready: facts first, then how likely it is given what nobody saw. */
export interface Readiness {
  readonly clauses: readonly ClauseFacts[];
  /** From 0 to 1; exactly 0 or 1 where what was seen settles every clause. */
  readonly probability: number;
  /** The same for a dancer somewhat weaker and somewhat stronger than is likely: two in three lie between. */
  readonly spread: readonly [low: number, high: number];
  readonly verdict: Verdict;
  /** What stands against it, or what it rests on, clause by clause. */
  readonly reasons: readonly string[];
}

/** Weeks after which evidence says half as much of a dancer. A stated default. */
export const EVIDENCE_HALF_LIFE = 26;

const logistic = (x: number): number => 1 / (1 + Math.exp(-x));
const meanOf = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((sum, own) => sum + own, 0) / values.length;

/**
 * The verdict of a probability, from 0 to 1.
 * @example
 * verdictOf(0.7) // "likely"
 */
export const verdictOf = (probability: number): Verdict =>
  probability >= 0.9 ? "ready" : probability >= 0.65 ? "likely" : probability >= 0.1 ? "open" : "not-yet";

/** The chance that a dancer of an ability shows a figure at a layer with at least each mark, from the least on. */
function reachOf(model: MarkScale, figureId: string, layer: Layer, severity: number) {
  const difficulty = model.difficulty[figureId] ?? meanOf(Object.values(model.difficulty));
  const ease = model.ease[layer] ?? 0;
  const known = model.thresholds.filter((one) => one !== null);
  const thresholds = model.thresholds.map((own) => own ?? meanOf(known));
  return (theta: number): number[] => [
    1,
    ...thresholds.map((own) => logistic(model.slope * (theta + ease - difficulty - own) - severity)),
  ];
}

/** What a dancer's evidence says of their ability: points of a grid with their weights, in all 1. */
function posteriorOf(
  model: MarkScale,
  own: readonly Evidence[],
  at: LocalDate,
): (readonly [theta: number, weight: number])[] {
  const { grid, weight: before } = abilityGrid(pointsFor(own.length));
  const logs = [...before].map(Math.log);
  for (const entry of uncorrected(own)) {
    if (entry.at > at) continue;
    const rank = markRank(entry.mark);
    const fresh = 2 ** (-daysBetween(entry.at, at) / 7 / EVIDENCE_HALF_LIFE);
    const reach = reachOf(model, entry.figureId, entry.layer, model.severity[entry.markerId] ?? 0);
    grid.forEach((theta, point) => {
      const chances = reach(theta);
      const chance = (chances[rank] ?? 0) - (chances[rank + 1] ?? 0);
      logs[point] = (logs[point] ?? 0) + fresh * Math.log(Math.max(1e-12, chance));
    });
  }
  const most = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - most));
  const all = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight, point) => [grid[point] ?? 0, weight / all] as const);
}

/** A figure at a layer that nobody saw, and what it would add to each open clause. */
interface Unseen {
  readonly figureId: string;
  readonly layer: Layer;
  readonly clauses: readonly number[];
}

type OpenClause = ClauseFacts & { readonly clause: FigureClause };

/** Open clauses that share something nobody saw belong together; others are independent given the ability. */
function groupsOf(
  open: readonly OpenClause[],
): { readonly clauses: readonly OpenClause[]; readonly things: readonly Unseen[] }[] {
  const byThing = new Map<string, { figureId: string; layer: Layer; clauses: number[] }>();
  open.forEach(({ clause, unseen }, index) => {
    for (const figureId of unseen) {
      const key = `${clause.layer} ${figureId}`;
      const thing = byThing.get(key) ?? { figureId, layer: clause.layer, clauses: [] };
      thing.clauses.push(index);
      byThing.set(key, thing);
    }
  });
  const groupOf = open.map((_, index) => index);
  for (const { clauses } of byThing.values()) {
    const joined = new Set(clauses.map((index) => groupOf[index]));
    const [to = 0] = [...joined];
    groupOf.forEach((group, index) => {
      if (joined.has(group)) groupOf[index] = to;
    });
  }
  return [...new Set(groupOf)].map((group) => {
    const own = open.flatMap((_, index) => (groupOf[index] === group ? [index] : []));
    const things = [...byThing.values()].filter(({ clauses }) => own.includes(clauses[0] ?? -1));
    return {
      clauses: own.flatMap((index) => open[index] ?? []),
      things: things.map((thing) => ({
        ...thing,
        clauses: thing.clauses.map((index) => own.indexOf(index)),
      })),
    };
  });
}

const needOf = ({ clause, shown }: OpenClause): number => clause.atLeast - shown.length;

/** The chance that all clauses of a group hold, adding one unseen thing after the other to the counts of each. */
function chanceOfGroup(
  clauses: readonly OpenClause[],
  things: readonly Unseen[],
  reaches: readonly (readonly number[])[],
): number {
  const [only] = clauses;
  if (only && clauses.length === 1)
    return atLeast(
      reaches.map((reach) => reach[markRank(only.clause.mark)] ?? 0),
      needOf(only),
    );
  const needs = clauses.map(needOf);
  let states = new Map<string, readonly [counts: readonly number[], chance: number]>([
    [needs.map(() => 0).join(), [needs.map(() => 0), 1]],
  ]);
  things.forEach((thing, index) => {
    const reach = reaches[index] ?? [];
    const next = new Map<string, readonly [counts: readonly number[], chance: number]>();
    for (const [counts, chance] of states.values())
      for (let rank = 0; rank < MARKS.length; rank++) {
        const own = (reach[rank] ?? 0) - (reach[rank + 1] ?? 0);
        const more = counts.map((count, at) => {
          const clause = clauses[at]?.clause;
          const adds = thing.clauses.includes(at) && clause !== undefined && rank >= markRank(clause.mark);
          return Math.min(needs[at] ?? 0, count + (adds ? 1 : 0));
        });
        const key = more.join();
        next.set(key, [more, (next.get(key)?.[1] ?? 0) + chance * own]);
      }
    states = next;
  });
  return states.get(needs.join())?.[1] ?? 0;
}

const needed = (mark: Mark): string => MARK_NAMES[mark] + (mark === "dances-it" ? "" : " or better");

/** A clause's facts in words. */
function reasonOf({ clause, state, shown, unseen, off }: ClauseFacts): string {
  if (clause.kind === "timing")
    return off === null
      ? `timing was not measured; ${clause.within} ms are asked for`
      : `timing ${Math.round(Math.abs(off))} ms off the beat, ${clause.within} ms are asked for`;
  const asked = counted(clause.atLeast, "figure");
  // More than is asked is no share of it.
  const share =
    shown.length > clause.atLeast
      ? `${shown.length} shown, ${clause.atLeast} asked for`
      : `${shown.length} of ${asked} shown`;
  const have = `${share} (${needed(clause.mark)}, ${clause.layer})`;
  return state === "open" ? `${have}, ${unseen.length} not seen` : have;
}

/** Chance of a measurement within bounds where nothing was measured: nothing is known of it. */
const UNMEASURED = 0.5;

/**
 * Whether a dancer is ready, and how likely it is where not everything was seen: over everything that may be true of the
 * unseen, by dynamic programming given an ability, summed over the ability. Things are independent given the ability;
 * evidence says less the older it is; what was not measured is as likely as not.
 * @param again see `clauseFacts`
 * @example
 * readiness(RULE, "ana", MODEL, EVIDENCE, "2027-03-01").clauses.length // 2
 */
export function readiness(
  rule: ReadinessRule,
  studentId: string,
  model: MarkScale,
  evidence: readonly Evidence[],
  at: LocalDate,
  again: LocalDate | null = null,
): Readiness {
  const own = evidence.filter((entry) => entry.studentId === studentId);
  const clauses = clauseFacts(rule, studentId, own, at, again);
  const chances = chancesOf(clauses, model, own, at);
  const probability = totalOf(chances);
  const verdict = verdictOf(probability);
  const isEstimate = probability > 0 && probability < 1;
  const isKnown = own.some((entry) => entry.at <= at);
  return {
    clauses,
    probability,
    reasons: clauses.map(reasonOf),
    // Of somebody of whom nothing was seen nothing is claimed, however easy the figures are for others.
    verdict: isEstimate && !isKnown && verdict !== "not-yet" ? "open" : verdict,
    spread: [quantileOf(chances, 1 / 6), quantileOf(chances, 5 / 6)],
  };
}

/** The chance over all abilities, from that for each of them with its weight. */
export const totalOf = (chances: readonly (readonly [chance: number, weight: number])[]): number =>
  Math.min(
    1,
    chances.reduce((sum, [chance, weight]) => sum + chance * weight, 0),
  );

/** The value below which a share of the weights lies. */
function quantileOf(values: readonly (readonly [value: number, weight: number])[], share: number): number {
  let below = 0;
  for (const [value, weight] of values.toSorted(([a], [b]) => a - b)) {
    below += weight;
    if (below >= share) return Math.min(1, value);
  }
  return Math.min(1, values.at(-1)?.[0] ?? 0);
}

/** The chance that a rule holds, for each ability that is likely, with how likely that is. */
export function chancesOf(
  clauses: readonly ClauseFacts[],
  model: MarkScale,
  own: readonly Evidence[],
  at: LocalDate,
): (readonly [chance: number, weight: number])[] {
  if (clauses.some(({ state }) => state === "not-met")) return [[0, 1]];
  const unmeasured = clauses.filter(
    ({ clause, state }) => clause.kind === "timing" && state === "open",
  ).length;
  const open = clauses.flatMap((facts) =>
    facts.state === "open" && facts.clause.kind === "figures" ? [{ ...facts, clause: facts.clause }] : [],
  );
  if (open.length === 0) return [[UNMEASURED ** unmeasured, 1]];
  const groups = groupsOf(open).map(({ clauses: together, things }) => ({
    together,
    things,
    reaches: things.map(({ figureId, layer }) => reachOf(model, figureId, layer, 0)),
  }));
  return posteriorOf(model, own, at).map(([theta, weight]) => {
    const given = groups.reduce(
      (product, { together, things, reaches }) =>
        product *
        chanceOfGroup(
          together,
          things,
          reaches.map((reach) => reach(theta)),
        ),
      1,
    );
    return [given * UNMEASURED ** unmeasured, weight] as const;
  });
}

/**
 * The chance of each mark of a figure at a layer for a dancer, by what is known of them, an average marker marking.
 * @returns from the least mark to the best, in all 1
 * @example
 * marksAhead("ana", "turn", "partner", MODEL, EVIDENCE, "2027-03-01").length // 4
 */
export function marksAhead(
  studentId: string,
  figureId: string,
  layer: Layer,
  model: MarkScale,
  evidence: readonly Evidence[],
  at: LocalDate,
): number[] {
  const weights = posteriorOf(
    model,
    evidence.filter((entry) => entry.studentId === studentId),
    at,
  );
  const reach = reachOf(model, figureId, layer, 0);
  return MARKS.map((_, rank) =>
    weights.reduce((sum, [theta, weight]) => {
      const chances = reach(theta);
      return sum + weight * ((chances[rank] ?? 0) - (chances[rank + 1] ?? 0));
    }, 0),
  );
}
