import type { Enrolled, GroupPlanContent, Section, StudioPerson } from "@map-step/contract";
import type { GoalSection, GoingOn, Readiness } from "@map-step/core/check";
import { isEnrolledOn } from "@map-step/core/student";
import { weekdayOf } from "@map-step/core/time";

/** A dancer of a level, who may go on. */
export interface Candidate {
  readonly person: StudioPerson;
  readonly role: Enrolled["role"];
  readonly readiness: Readiness | null;
  /** Where they dance now. */
  readonly section: Section;
}

/** Whether somebody goes on: as it was chosen by hand, or where they are ready. */
export const goesOn = ({ person, readiness }: Candidate, { goes }: Pick<GroupPlanContent, "goes">): boolean =>
  goes.find(({ studentId }) => studentId === person.id)?.goes ?? readiness?.verdict === "ready";

/** Those who go on, with what they would like and what was chosen by hand. */
export function goingOn(candidates: readonly Candidate[], content: GroupPlanContent): GoingOn[] {
  const goals = new Set(content.goalIds);
  return candidates
    .filter((one) => goesOn(one, content))
    .map(({ person: { id, name }, role, readiness }) => {
      const wish = content.wishes.find(({ studentId }) => studentId === id);
      const lock = content.locks.find(({ studentId }) => studentId === id);
      // What was chosen for a section that takes nobody in any more is open again.
      const locked = !lock
        ? null
        : lock.sectionId === null
          ? "waits"
          : goals.has(lock.sectionId)
            ? lock.sectionId
            : null;
      return {
        id,
        name,
        role,
        locked,
        weekdays: wish?.weekdays ?? [],
        together: wish?.together ?? [],
        probability: readiness?.probability ?? 0,
      };
    });
}

/** A section that takes dancers in, with who is in it already. */
export function goalOf(section: Section, people: readonly StudioPerson[]): GoalSection {
  const { id, name, firstDate, places } = section;
  const roles = people.flatMap(({ courses }) =>
    courses.flatMap((course) =>
      course.sectionId === id && !course.waiting && (course.until === null || isEnrolledOn(course, firstDate))
        ? [course.role]
        : [],
    ),
  );
  const count = (role: Enrolled["role"]) => roles.filter((one) => one === role).length;
  return {
    id,
    name,
    places,
    weekday: weekdayOf(firstDate) % 7,
    leaders: count("leader"),
    followers: count("follower"),
    others: count("both") + count("solo"),
  };
}
