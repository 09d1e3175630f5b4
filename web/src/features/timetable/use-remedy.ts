import { api, type Section, sectionChange, shapeOf } from "@map-step/contract";
import { type ClashRemedy, timeOf } from "@map-step/core/timetable";
import { useChange } from "../../kit/api.ts";
import { tellError, tellRemoved } from "../../kit/toasts.ts";

/** A section as a way out leaves it. */
function changed(section: Section, remedy: Exclude<ClashRemedy, { kind: "standIn" }>): Section {
  switch (remedy.kind) {
    case "room":
      return { ...section, room: remedy.room };
    case "start":
      return { ...section, startTime: timeOf(remedy.start) };
    case "dayOff":
      return { ...section, daysOff: [...new Set([...section.daysOff, ...remedy.days])].toSorted() };
    case "teacher":
      return {
        ...section,
        teacherIds: [...section.teacherIds.filter((id) => id !== remedy.forId), remedy.staffId],
      };
  }
}

/** Takes a way out of a clash, says so, and offers to undo it. */
export function useRemedy(sections: readonly Section[]) {
  const change = useChange(api.sections.change);
  const standIn = useChange(api.timetable.standIn);
  const save = (section: Section) =>
    change.mutateAsync({ params: { id: section.id }, body: shapeOf(sectionChange)(section) as never });
  const put = (sectionId: string, week: number, forId: string, staffId: string | null) =>
    standIn.mutateAsync({ params: { id: sectionId, week: String(week) as never }, body: { forId, staffId } });
  const take = (remedy: ClashRemedy, told: string) => {
    const section = sections.find(({ id }) => id === remedy.sectionId);
    if (!section) return;
    if (remedy.kind === "standIn") {
      const { sectionId, week, forId, staffId } = remedy;
      const before =
        section.standIns.find((one) => one.week === week && one.forId === forId)?.staffId ?? null;
      void put(sectionId, week, forId, staffId).then(
        () => tellRemoved(told, () => void put(sectionId, week, forId, before).catch(tellError)),
        tellError,
      );
    } else
      void save(changed(section, remedy)).then(
        ({ version }) => tellRemoved(told, () => void save({ ...section, version }).catch(tellError)),
        tellError,
      );
  };
  return { take, put, busy: change.isPending || standIn.isPending };
}
