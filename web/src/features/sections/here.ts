import type { Section } from "@map-step/contract";

const KEY = "map-step:section";

/** The section worked on last in this browser. */
export const rememberSection = (id: string): void => localStorage.setItem(KEY, id);

type Class = Pick<Section, "id" | "dates" | "startTime" | "teacherIds" | "substituteIds">;

/** The class whose next evening comes first: among the person's own, or else among all; the first where all are over. */
export function nextClass<T extends Class>(
  sections: readonly T[],
  personId: string,
  today: string,
): T | undefined {
  const ahead = sections.flatMap((section) => {
    const next = section.dates.find((date) => date >= today);
    return next === undefined ? [] : [{ section, at: `${next} ${section.startTime}` }];
  });
  const own = ahead.filter(({ section: { teacherIds, substituteIds } }) =>
    [...teacherIds, ...substituteIds].includes(personId),
  );
  const [first] = (own.length > 0 ? own : ahead).sort((a, b) => a.at.localeCompare(b.at));
  return first?.section ?? sections[0];
}

/** The section to open when none is named: the one worked on last, or else the class that comes next. */
export const sectionHere = <T extends Class>(
  sections: readonly T[],
  personId: string,
  today: string,
): T | undefined =>
  sections.find(({ id }) => id === localStorage.getItem(KEY)) ?? nextClass(sections, personId, today);
