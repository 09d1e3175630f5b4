import {
  type AbsenceRecord,
  api,
  type Level,
  type Room,
  type Section,
  type StaffMember,
  type Term,
} from "@map-step/contract";
import { addDays } from "@map-step/core/time";
import { type Clash, clashesOf, type Means, placeInWeek, type Slot } from "@map-step/core/timetable";
import { useMemo } from "react";
import { useApi } from "../../kit/api.ts";
import type { TimetableNames } from "./words.ts";

/** The first day of the week in which a day lies. */
export const weekStart = (day: string, firstWeekday: number): string =>
  addDays(day, -placeInWeek(day, firstWeekday));

/** The term in which a day lies, if one does. */
export const termOf = (terms: readonly Term[], day: string): Term | undefined =>
  terms.find(({ firstDay, lastDay }) => firstDay <= day && day <= lastDay);

/** Everything about the timetable of the term in which a week lies, or of the week where it lies in none. */
export function useTimetable(monday: string) {
  const terms = useApi(api.terms.list, {});
  const rooms = useApi(api.rooms.list, {});
  const absences = useApi(api.absences.list, {});
  const sections = useApi(api.sections.list, {});
  const levels = useApi(api.levels.list, {});
  const staff = useApi(api.staff.list, {});
  const sunday = addDays(monday, 6);
  const term = termOf(terms.data ?? [], monday) ?? termOf(terms.data ?? [], sunday);
  const from = term && term.firstDay < monday ? term.firstDay : monday;
  const until = term && term.lastDay > sunday ? term.lastDay : sunday;
  const slots = useApi(
    api.timetable.read,
    { params: { from, until } },
    { enabled: terms.data !== undefined },
  );
  return { all: [terms, rooms, absences, sections, levels, staff, slots] as const, term };
}

/** All that the timetable is made of. */
export interface TimetableData {
  readonly terms: readonly Term[];
  readonly rooms: readonly Room[];
  readonly absences: readonly AbsenceRecord[];
  readonly sections: readonly Section[];
  readonly levels: readonly Level[];
  readonly staff: readonly StaffMember[];
  readonly slots: readonly Slot[];
}

/** What clashes and their ways out are found in; only days from today on, since the others are over. */
export function useMeans(
  { slots, rooms, sections, staff, terms, absences }: TimetableData,
  today: string,
): { readonly means: Means; readonly clashes: readonly Clash[] } {
  return useMemo(() => {
    const knows = new Map<string, Set<string>>();
    for (const { levelId, teacherIds } of sections)
      for (const id of teacherIds) knows.set(id, (knows.get(id) ?? new Set()).add(levelId));
    const means: Means = {
      slots: slots.filter(({ date }) => date >= today),
      closed: terms.flatMap(({ closed }) => closed),
      absences: absences.map(({ staffId, fromDay, untilDay }) => ({
        staffId,
        from: fromDay,
        until: untilDay,
      })),
      rooms,
      staff: staff
        .filter(({ active }) => active)
        .map(({ id }) => ({
          staffId: id,
          knows: [...(knows.get(id) ?? [])],
          stoodIn: slots.filter(
            ({ date, standIns }) => date < today && standIns.some((one) => one.staffId === id),
          ).length,
        })),
      needs: new Map(sections.flatMap(({ id, places }) => (places === null ? [] : [[id, places]]))),
    };
    return { means, clashes: clashesOf(means) };
  }, [slots, rooms, sections, staff, terms, absences, today]);
}

/** What sections and people are called in a sentence. */
export function namesIn({
  sections,
  levels,
  staff,
}: Pick<TimetableData, "sections" | "levels" | "staff">): TimetableNames {
  const levelNames = new Map(levels.map(({ id, name }) => [id, name]));
  const sectionNames = new Map(
    sections.map(({ id, levelId, name }) => [id, `${levelNames.get(levelId) ?? ""}, ${name}`]),
  );
  const people = new Map(staff.map(({ id, name }) => [id, name]));
  return {
    section: (id) => sectionNames.get(id) ?? "A section",
    person: (id) => people.get(id) ?? "Somebody",
  };
}
