import type { GroupPlanContent } from "@map-step/contract";
import { type Difference, type Merged, threeWay } from "../../kit/merge.ts";

const DAYS = ["Sundays", "Mondays", "Tuesdays", "Wednesdays", "Thursdays", "Fridays", "Saturdays"] as const;

/** What is said of one dancer, in words, and the sections as a whole. */
function inWords(content: GroupPlanContent, sectionName: (id: string) => string): Map<string, string> {
  const words = new Map<string, string>();
  const add = (id: string, text: string) =>
    words.set(id, [words.get(id), text].filter((one) => one !== undefined).join("; "));
  for (const { studentId, goes } of content.goes) add(studentId, goes ? "goes on" : "stays");
  for (const { studentId, weekdays, together } of content.wishes)
    add(
      studentId,
      `${weekdays.map((day) => DAYS[day]).join(", ") || "any day"}, with ${together.length} others`,
    );
  for (const { studentId, sectionId } of content.locks)
    add(studentId, sectionId === null ? "waits" : `in ${sectionName(sectionId)}`);
  words.set("goals", content.goalIds.map(sectionName).sort().join(", "));
  return words;
}

/** Where two versions of the groups differ, dancer by dancer. */
export function groupDifferences(
  mine: GroupPlanContent,
  theirs: GroupPlanContent,
  personName: (id: string) => string,
  sectionName: (id: string) => string,
): Difference[] {
  const [own, other] = [inWords(mine, sectionName), inWords(theirs, sectionName)];
  return [...new Set([...own.keys(), ...other.keys()])].flatMap((key) => {
    const [a, b] = [own.get(key) ?? "nothing chosen", other.get(key) ?? "nothing chosen"];
    const label = key === "goals" ? "Sections" : personName(key);
    return a === b ? [] : [{ key, label, mine: a, theirs: b }];
  });
}

/** My groups with what was chosen as the other version has it. */
export function mergeGroups(
  mine: GroupPlanContent,
  theirs: GroupPlanContent,
  taken: ReadonlySet<string>,
): GroupPlanContent {
  const pick = <T extends { readonly studentId: string }>(own: readonly T[], other: readonly T[]): T[] => [
    ...own.filter(({ studentId }) => !taken.has(studentId)),
    ...other.filter(({ studentId }) => taken.has(studentId)),
  ];
  return {
    goalIds: taken.has("goals") ? theirs.goalIds : mine.goalIds,
    goes: pick(mine.goes, theirs.goes),
    wishes: pick(mine.wishes, theirs.wishes),
    locks: pick(mine.locks, theirs.locks),
  };
}

/** How two changes of the same groups go together. */
export const groupMerger =
  (personName: (id: string) => string, sectionName: (id: string) => string) =>
  (
    base: GroupPlanContent | undefined,
    mine: GroupPlanContent,
    theirs: GroupPlanContent,
  ): Merged<GroupPlanContent> =>
    threeWay(
      base,
      mine,
      theirs,
      (one, other) => groupDifferences(one, other, personName, sectionName),
      mergeGroups,
    );
