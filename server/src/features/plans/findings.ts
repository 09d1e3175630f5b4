import type { Course, Today } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import type { AskedCourse, AskedPlan } from "../../work/work.ts";
import { type LookedAt, lookAt, openIn } from "./looked.ts";

type Looks = ReadonlyMap<string, LookedAt>;

const planIdsOf = (asked: readonly { readonly planId: string }[]) => asked.map(({ planId }) => planId);

/** Plans that have something to solve in weeks to come, those with the most that must be solved first. */
const toSolveIn = (looked: Looks, asked: readonly AskedPlan[]): Today["plans"] =>
  asked
    .flatMap(({ planId, title, after }) => {
      const found = looked.get(planId);
      if (!found) return [];
      const { must, should, first } = openIn(found, after);
      const { levelId, sectionId } = found;
      return first === null ? [] : [{ planId, levelId, sectionId, title, must, should, first }];
    })
    .sort((a, b) => b.must - a.must || b.should - a.should);

/** How some courses run; one whose plan is gone is missing. */
const coursesIn = (looked: Looks, asked: readonly AskedCourse[]): Course[] =>
  asked.flatMap(({ planId, after, dancers, lessons }): Course[] => {
    const found = looked.get(planId);
    if (!found) return [];
    const { levelId, sectionId, overview } = found;
    const { open, must, should, first } = openIn(found, after);
    const lessonIn = new Map(lessons.map((lesson) => [lesson.week, lesson]));
    return [
      {
        planId,
        levelId,
        sectionId,
        must,
        should,
        first,
        dancers,
        weeks: overview.weeks.map(({ byWork, held, ...week }) => {
          const { date = null, state = "planned", recap = "none" } = lessonIn.get(week.week) ?? {};
          const about = open.filter((finding) => finding.week === week.week);
          const musts = about.filter(({ severity }) => severity === "must").length;
          return {
            ...week,
            date,
            state,
            cancelled: !held,
            recap,
            byWork: [...byWork],
            must: musts,
            should: about.length - musts,
          };
        }),
        strands:
          sectionId === null ? overview.strands.map(({ kind, weeks }) => ({ kind, weeks: [...weeks] })) : [],
        waiting: overview.waiting,
      },
    ];
  });
/** How some courses run. */
export const lookAtCourses = async (db: Database, asked: readonly AskedCourse[]): Promise<Course[]> =>
  coursesIn(await lookAt(db, planIdsOf(asked)), asked);

/** What Today needs to know of plans, in one look: what is to be solved in some, and how some courses run. */
export async function lookForToday(
  db: Database,
  plans: readonly AskedPlan[],
  courses: readonly AskedCourse[],
): Promise<Pick<Today, "plans" | "courses">> {
  if (plans.length + courses.length === 0) return { plans: [], courses: [] };
  const looked = await lookAt(db, [...new Set([...planIdsOf(plans), ...planIdsOf(courses)])]);
  return { plans: toSolveIn(looked, plans), courses: coursesIn(looked, courses) };
}
