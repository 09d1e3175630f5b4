import type { KeptEvidence } from "@map-step/contract";
import { MARK_NAMES, type Readiness, type StatedClause, type Verdict } from "@map-step/core/check";
import { KIND_NAMES, type Layer } from "@map-step/core/figure";
import { counted, inWords } from "@map-step/core/words";

/** How a layer is said beside a mark. */
export const LAYER_WORDS: Readonly<Record<Layer, string>> = {
  steps: "the steps",
  rhythm: "in rhythm",
  count: "to counts",
  partner: "with a partner",
  technique: "with technique",
  style: "with style",
};

export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  ready: "ready",
  likely: "likely",
  open: "open",
  "not-yet": "not yet",
};

/** How likely something is, as people say it. */
export function chanceInWords(probability: number): string {
  if (probability === 0) return "no";
  if (probability === 1) return "yes";
  const inTen = Math.round(probability * 10);
  if (inTen === 0) return "hardly";
  if (inTen === 10) return "nearly certain";
  return inTen === 5 ? "1 in 2" : `${inTen} in 10`;
}

const few = (clause: Extract<StatedClause, { kind: "figures" }>): string => {
  const { one, many } = clause.of === "all" ? { one: "figure", many: "figures" } : KIND_NAMES[clause.of];
  if (clause.atLeast === null) return `all ${many}`.toLowerCase();
  return `${clause.atLeast} ${clause.atLeast === 1 ? one : many}`.toLowerCase();
};

/** A clause of a rule as people say it: `all basics without help, with a partner`. */
export function clauseInWords(clause: StatedClause): string {
  if (clause.kind === "timing") return `measured timing within ${clause.within} ms`;
  return `${few(clause)} ${MARK_NAMES[clause.mark]}, ${LAYER_WORDS[clause.layer]}`;
}

/** A rule in one sentence; what all clauses ask for is said once. */
export function ruleInWords(clauses: readonly StatedClause[]): string {
  const kinds = clauses.filter((clause) => clause.kind === "figures");
  const [first] = kinds;
  const alike =
    first !== undefined &&
    kinds.length === clauses.length &&
    kinds.every(({ mark, layer }) => mark === first.mark && layer === first.layer);
  return alike
    ? `${inWords(kinds.map(few))} ${MARK_NAMES[first.mark]}, ${LAYER_WORDS[first.layer]}`
    : clauses.map(clauseInWords).join("; ");
}

/** What a clause asks for, in the number in which it is asked for. */
const things = (stated: StatedClause | undefined, asked: number): string => {
  if (stated?.kind !== "figures") return "";
  const { one, many } = stated.of === "all" ? { one: "figure", many: "figures" } : KIND_NAMES[stated.of];
  return (asked === 1 ? one : many).toLowerCase();
};

/**
 * What is known of a dancer in a sentence: the facts, then what is likely.
 * @param stated the clauses as the level states them, in the same order
 */
export function readinessInWords(
  { clauses, verdict, probability }: Readiness,
  stated: readonly StatedClause[],
): string {
  const facts = clauses.map(({ clause, shown, lacking, unseen, off }, at) => {
    if (clause.kind === "timing")
      return off === null ? "timing not measured" : `timing ${Math.round(Math.abs(off))} ms off`;
    const rest = [
      ...(lacking.length > 0 ? [`${lacking.length} not well enough`] : []),
      ...(unseen.length > 0 ? [`${unseen.length} not seen`] : []),
    ].join(", ");
    // More than is asked is no share of it.
    const share =
      shown.length > clause.atLeast
        ? `${shown.length} ${things(stated[at], shown.length)} shown, ${clause.atLeast} asked for`
        : `${shown.length} of ${clause.atLeast} ${things(stated[at], clause.atLeast)}`;
    return `${share}${rest === "" ? "" : ` (${rest})`}`;
  });
  const settled = probability === 0 || probability === 1;
  const head =
    verdict === "ready"
      ? settled
        ? "Ready."
        : "Ready, nearly certainly."
      : verdict === "likely"
        ? "Likely ready."
        : verdict === "open"
          ? "Open."
          : settled
            ? "Not yet."
            : "Not likely yet.";
  return `${head} ${facts.join("; ")}.`;
}

/** One thing seen, in words: `without help, with a partner, in a check`. */
export const evidenceInWords = ({ mark, layer, where, offset, corrects }: KeptEvidence): string =>
  offset !== null
    ? `${Math.round(Math.abs(offset))} ms ${offset < 0 ? "early" : "late"}, measured`
    : mark === null
      ? "taken back"
      : `${MARK_NAMES[mark]}, ${LAYER_WORDS[layer]}${where === "class" ? ", in class" : ""}${corrects ? ", corrected" : ""}`;

/**
 * Whether nothing that could still be seen would change anything: all are settled, or what is left.
 * @param unmarked names of figures that the rule asks of everybody, and on which nobody was marked
 */
export function settledInWords(
  open: readonly { readonly name: string; readonly looks: number }[],
  all: number,
  unmarked: readonly string[] = [],
): string {
  if (open.length === 0 && all > 0 && unmarked.length > 0)
    return `By estimate everybody is settled, but the rule asks ${inWords(unmarked)} of all and nobody was marked on ${
      unmarked.length === 1 ? "it" : "them"
    }. Look once before you stop.`;
  if (open.length === 0)
    return all === 0 ? "Nobody to look at." : "Everybody is settled. You can stop looking.";
  const looks = open.reduce((sum, one) => sum + one.looks, 0);
  return `${all - open.length} of ${counted(all, "dancer")} settled; about ${counted(looks, "more look")} would settle ${
    open.length === 1 ? (open[0]?.name ?? "one") : `${open.length} others`
  }.`;
}
