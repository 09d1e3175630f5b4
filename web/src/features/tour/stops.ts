import type { Course, Section } from "@map-step/contract";
import { nextLesson, notClosed, recapsToWrite } from "../courses/due.ts";

/** A page of the walk through the term, and what to look at there. */
export interface Stop {
  readonly to: string;
  readonly name: string;
  readonly look: string;
}

interface Running {
  readonly section: Section;
  readonly course: Course;
}

const taughtIn = ({ course }: Running): number =>
  course.weeks.filter(({ state }) => state === "taught").length;

/**
 * The walk through a term, in the order of the job. Each stop is a place where there is something to record: what the
 * studio has nothing for is left out.
 */
export function stopsOf(
  sections: readonly Section[],
  courses: readonly Course[],
  today: string,
): readonly Stop[] {
  const running = sections.flatMap((section): Running[] => {
    const course = courses.find(({ sectionId }) => sectionId === section.id);
    return course ? [{ section, course }] : [];
  });
  const withMost = (of: (one: Running) => number): Running | undefined =>
    running.filter((one) => of(one) > 0).sort((a, b) => of(b) - of(a))[0];
  const solve = withMost(({ course }) => course.must * 100 + course.should);
  const ahead = running
    .filter((one) => taughtIn(one) > 0)
    .flatMap((one) => {
      const next = nextLesson(one.course, today);
      return next ? [{ ...one, next }] : [];
    });
  const lesson = ahead.find(({ section }) => section.id === solve?.section.id) ?? ahead[0];
  const recap = withMost(({ course }) => recapsToWrite(course).length - notClosed(course, today).length);
  const seen = withMost(taughtIn);
  return [
    {
      to: "/",
      name: "Today",
      look: "The next class with its running order, what waits for you, and every class with its weeks as beads.",
    },
    ...(solve
      ? [
          {
            to: `/levels/${solve.section.levelId}/sections/${solve.section.id}`,
            name: "The week plan",
            look: `Each figure is a strand over the weeks, under the minutes it takes. ${solve.course.must + solve.course.should} things are to be solved: press the number over a week, and take a way out.`,
          },
        ]
      : []),
    ...(lesson
      ? [
          {
            to: `/lessons/${lesson.section.id}/${lesson.next.week}`,
            name: "A lesson",
            look: "A week of the plan, timed to the minute. What the class before left comes first.",
          },
          {
            to: `/teach/${lesson.section.id}/${lesson.next.week}`,
            name: "In the room",
            look: "For a phone on the piano: the part that is on, its ribbon, its tempi, one press for what was done. It needs no network. Leave leads back to the walk.",
          },
        ]
      : []),
    ...(recap
      ? [
          {
            to: `/recaps/${recap.section.id}/${recapsToWrite(recap.course)[0]?.week ?? 1}`,
            name: "A recap",
            look: "Drafted from what was really done, with figures that play; edited, published, and open to whoever missed the night.",
          },
        ]
      : []),
    ...(seen
      ? [
          {
            to: `/checks/${seen.section.id}`,
            name: "Who can dance what",
            look: "A disc for each figure, and how likely everybody is ready. Check tonight lays out whom to look at for what, until it is settled.",
          },
        ]
      : []),
    {
      to: "/step-map",
      name: "The step map",
      look: "What needs what. Choose a goal and see the way to it for somebody who knows a level.",
    },
    {
      to: "/timetable",
      name: "The timetable",
      look: "The week by room and by teacher; what clashes is said, with ways out. The end of the walk: everything here is yours to change.",
    },
  ];
}
