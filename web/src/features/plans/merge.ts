import type { ChosenFigure, PlanContent } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { type Difference, type Merged, threeWay } from "../../kit/merge.ts";
import { SPECIAL_NAMES } from "./words.ts";

const WISH_WORDS = { must: "a must", may: "", ban: "left out" } as const;

/** What a plan says of a figure, in words. */
function entryInWords(entry: ChosenFigure | undefined): string {
  if (!entry) return "not in the plan";
  const { week, pinned, wish, worth, pieces, approachId, extraReturns } = entry;
  return [
    week === null ? "waiting for a week" : `week ${week}`,
    pinned ? "pinned" : "",
    WISH_WORDS[wish],
    worth === 5 ? "" : `priority ${worth}`,
    pieces === 1 ? "" : `in ${pieces} pieces`,
    approachId === null ? "" : "with an approach of its own",
    extraReturns.length === 0 ? "" : `back in week ${extraReturns.join(", ")}`,
  ]
    .filter(Boolean)
    .join(", ");
}

/** Teachers and routines by their ids. */
type Named = ReadonlyMap<string, string>;
const WEEK = "week:";

/** Weeks, muted findings and absences, each by its own name and in words. */
function restOf({ special, muted, away }: PlanContent, names: Named): Map<string, readonly [string, string]> {
  return new Map([
    ...special.map(({ week, kind, minutes, sequenceId }): [string, readonly [string, string]] => [
      `${WEEK}${week}`,
      [
        `Week ${week}`,
        `${SPECIAL_NAMES[kind]}, ${counted(minutes, "minute")}${sequenceId ? `, ${names.get(sequenceId) ?? "a removed routine"}` : ""}`,
      ],
    ]),
    ...muted.map(({ key, reason }): [string, readonly [string, string]] => [
      `muted:${key}`,
      ["A finding", `accepted: ${reason}`],
    ]),
    ...away.map(({ week, staffId }): [string, readonly [string, string]] => [
      `away:${week}:${staffId}`,
      [`${names.get(staffId) ?? "A teacher"}, week ${week}`, "away"],
    ]),
  ]);
}

/** Where two versions of a plan differ: figure by figure, and in all else. */
export function planDifferences(
  mine: PlanContent,
  theirs: PlanContent,
  nameOf: (figureId: string) => string,
  names: Named = new Map(),
): Difference[] {
  const entryIn = ({ chosen }: PlanContent, id: string) => chosen.find(({ figureId }) => figureId === id);
  const ids = [...new Set([...mine.chosen, ...theirs.chosen].map(({ figureId }) => figureId))];
  const [own, other] = [restOf(mine, names), restOf(theirs, names)];
  const figures = ids.map((id) => ({
    key: id,
    label: nameOf(id),
    mine: entryInWords(entryIn(mine, id)),
    theirs: entryInWords(entryIn(theirs, id)),
  }));
  const rest = [...new Set([...own.keys(), ...other.keys()])].map((key) => ({
    key,
    label: (own.get(key) ?? other.get(key))?.[0] ?? "",
    mine: own.get(key)?.[1] ?? "as usual",
    theirs: other.get(key)?.[1] ?? "as usual",
  }));
  return [...figures, ...rest].filter((difference) => difference.mine !== difference.theirs);
}

/** My plan with what was chosen as the other version has it, if it has it. */
export function mergePlans(mine: PlanContent, theirs: PlanContent, taken: ReadonlySet<string>): PlanContent {
  const pick = <T>(own: readonly T[], other: readonly T[], keyOf: (entry: T) => string): T[] => [
    ...own.filter((entry) => !taken.has(keyOf(entry))),
    ...other.filter((entry) => taken.has(keyOf(entry))),
  ];
  return {
    chosen: pick(mine.chosen, theirs.chosen, ({ figureId }) => figureId),
    special: pick(mine.special, theirs.special, ({ week }) => `${WEEK}${week}`).sort(
      (a, b) => a.week - b.week,
    ),
    muted: pick(mine.muted, theirs.muted, ({ key }) => `muted:${key}`),
    away: pick(mine.away, theirs.away, ({ week, staffId }) => `away:${week}:${staffId}`),
  };
}

/** How two changes of one plan go together. */
export const planMerger =
  (nameOf: (figureId: string) => string, names: Named = new Map()) =>
  (base: PlanContent | undefined, mine: PlanContent, theirs: PlanContent): Merged<PlanContent> =>
    threeWay(base, mine, theirs, (one, other) => planDifferences(one, other, nameOf, names), mergePlans);
