import type { ChangedThing } from "@map-step/contract";

type Place = Pick<ChangedThing, "list" | "thingId" | "name" | "levelId" | "sectionId" | "week">;

/**
 * What a changed thing is called, and the address at which it is seen.
 * @param dayOf writes a day as the studio does
 */
export function whatAndWhere(
  { list, thingId, name, levelId, sectionId, week }: Place,
  dayOf: (day: string) => string,
): { readonly name: string; readonly to: string | null } {
  const plan = `/levels/${levelId}${sectionId ? `/sections/${sectionId}` : ""}`;
  switch (list) {
    case "dances":
      return { name, to: "/figures" };
    case "figures":
      return { name, to: `/figures/${thingId}` };
    case "approaches":
      return { name: `Approach ${name}`, to: "/levels/approaches" };
    case "lessonTemplates":
      return { name: `Lesson pattern ${name}`, to: null };
    case "levels":
      return { name, to: plan };
    case "readinessRules":
      return { name: "Rule for moving up", to: `/levels/${levelId}` };
    case "sections":
      return { name, to: plan };
    case "enrolments":
      return { name: `${name} on the roster`, to: `/sections/${sectionId}/roster` };
    case "plans":
      return { name: "Plan", to: plan };
    case "planDrafts":
      return { name: `Saved plan ${name}`, to: plan };
    case "lessons":
      return { name: `Lesson of week ${week}`, to: `/lessons/${sectionId}/${week}` };
    case "sequences":
      return { name, to: `/sequences/${thingId}` };
    case "recaps":
      return { name: `Recap, ${name}`, to: `/recaps/${sectionId}/${week}` };
    case "comments":
      return { name: `“${name}”`, to: sectionId && week ? `/lessons/${sectionId}/${week}` : null };
    case "rooms":
      return { name: `Room ${name}`, to: "/timetable/terms" };
    case "terms":
      return { name, to: "/timetable/terms" };
    case "absences":
      return { name: `${name} is away`, to: "/timetable" };
    case "staff":
      return { name: `${name}, staff`, to: "/staff" };
    case "settings":
      return { name: "Settings", to: "/staff/settings" };
    case "proposals":
      return { name: "Proposal", to: `/proposals/${thingId}` };
    case "checks":
      return { name: `Check of ${dayOf(name)}`, to: `/checks/${sectionId}/${thingId}` };
  }
}
