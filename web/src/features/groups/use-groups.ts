import { api, type GroupPlan, type GroupPlanContent } from "@map-step/contract";
import { earliestDay, latestDay } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { useChange } from "../../kit/api.ts";
import { tellError, tellRemoved } from "../../kit/toasts.ts";
import { useAnswer } from "../../kit/use-answer.ts";
import { useEdited } from "../../kit/use-edited.ts";
import type { GroupsAnswer, GroupsQuestion } from "../../workers/solve-groups.ts";
import { useSession } from "../session/session.tsx";
import { goalOf, goingOn } from "./going.ts";
import { groupMerger } from "./merge.ts";
import { type Known, useCandidates } from "./use-candidates.ts";

const openGroups = () =>
  new Worker(new URL("../../workers/groups.worker.ts", import.meta.url), { type: "module" });

const SECONDS = 10;

const contentOf = ({ goalIds, goes, wishes, locks }: GroupPlan): GroupPlanContent => ({
  goalIds,
  goes,
  wishes,
  locks,
});

/** Next term's groups of a level: as they are written, who goes where, and what can be done. */
export function useGroups(known: Known) {
  const { level, levels, sections, people, kept } = known;
  const { today } = useSession();
  const candidates = useCandidates(known);
  const save = useChange(api.groups.change);
  const move = useChange(api.groups.moveUp);
  const undo = useChange(api.groups.undo);
  const personName = (id: string) => people.find((one) => one.id === id)?.name ?? "somebody";
  const sectionName = (id: string) => sections.find((one) => one.id === id)?.name ?? "a removed section";
  const edited = useEdited<GroupPlanContent, GroupPlan>({
    name: `groups:${level.id}`,
    kept,
    contentOf,
    save: (content, version) => save.mutateAsync({ params: { id: level.id }, body: { ...content, version } }),
    merge: groupMerger(personName, sectionName),
  });
  const { content, edit } = edited;
  const [from, setFrom] = useState("");
  const next = levels.filter(({ followsId }) => followsId === level.id);
  // The next level comes first; this one is for who takes it once more.
  const ahead = sections.filter(({ dates }) => (dates.at(-1) ?? "") > today);
  const goals = [
    ...ahead.filter(({ levelId }) => next.some(({ id }) => id === levelId)),
    ...ahead.filter(({ levelId }) => levelId === level.id),
  ];
  const going = candidates ? goingOn(candidates, content) : [];
  const goalSections = content.goalIds.flatMap((id) => {
    const section = goals.find((one) => one.id === id);
    return section ? [goalOf(section, people)] : [];
  });
  const question: GroupsQuestion | null =
    going.length > 0 && goalSections.length > 0
      ? { students: going, sections: goalSections, seconds: SECONDS }
      : null;
  const { answer, isOfNow } = useAnswer<GroupsQuestion, GroupsAnswer>(openGroups, question);
  const shown = question === null ? null : answer;
  const begins =
    from ||
    earliestDay(
      goals
        .filter(({ id }) => content.goalIds.includes(id))
        .map(({ firstDate }) => latestDay([firstDate, today]) ?? today),
    ) ||
    today;
  const idsIn = (sectionId: string | null) =>
    shown ? going.filter(({ id }) => (shown.sectionOf[id] ?? null) === sectionId).map(({ id }) => id) : [];
  const enrolAll = async () => {
    if (!shown || !isOfNow) return;
    const batchId = crypto.randomUUID();
    const fallback = content.goalIds[0] ?? "";
    const moves = going.flatMap(({ id }) => {
      if (!(id in shown.sectionOf)) return [];
      const sectionId = shown.sectionOf[id] ?? null;
      return [{ studentId: id, sectionId: sectionId ?? fallback, waiting: sectionId === null }];
    });
    try {
      const made = await move.mutateAsync({
        params: { id: level.id },
        body: { batchId, from: begins, moves },
      });
      tellRemoved(`${counted(made.length, "dancer")} enrolled.`, () =>
        undo.mutate({ params: { id: level.id, batchId } }, { onError: tellError }),
      );
    } catch (error) {
      tellError(error);
    }
  };
  const setGoes = (id: string, goes: boolean) =>
    edit({ goes: [...content.goes.filter(({ studentId }) => studentId !== id), { studentId: id, goes }] });
  const setGoal = (id: string, on: boolean) =>
    edit({ goalIds: on ? [...content.goalIds, id] : content.goalIds.filter((one) => one !== id) });
  const levelName = (id: string) => levels.find((one) => one.id === id)?.name ?? "";
  return {
    level,
    people,
    next,
    goals,
    goalSections,
    candidates,
    going,
    content,
    edit,
    edited,
    shown,
    isOfNow,
    begins,
    setFrom,
    idsIn,
    personName,
    levelName,
    setGoes,
    setGoal,
    enrolAll,
    isEnrolling: move.isPending,
  };
}
/** Next term's groups of a level. */
export type GroupsState = ReturnType<typeof useGroups>;
