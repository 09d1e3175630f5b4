import { type LessonSummary, may, type Person, type Section, type Today } from "@map-step/contract";
import { carryOver } from "@map-step/core/lesson";
import type { Config } from "../../config.ts";
import { readAll } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import type { Workers } from "../../work/work.ts";
import { askedSection, coursePlans, lastTaught } from "../courses/service.ts";
import { listLessons } from "../lessons/read.ts";
import { listLevels } from "../levels/read.ts";
import { listSections } from "../sections/read.ts";
import { studioToday } from "../session/service.ts";

/** So many entries stand in each list; of the others it is said how many there are. */
const MOST = 20;

const byDate = (a: { date: string; startTime: string }, b: { date: string; startTime: string }) =>
  a.date.localeCompare(b.date) || a.startTime.localeCompare(b.startTime);

const firstOf = <T>(list: readonly T[]) => ({
  list: list.slice(0, MOST),
  more: Math.max(0, list.length - MOST),
});

interface Ahead {
  /** Titles of what the last taught lesson left. */
  readonly carried: readonly string[];
  readonly teachers: readonly string[];
}

/** What there is to say of the next lesson of some sections, by section. */
async function aheadOf(
  db: Database,
  places: readonly { readonly sectionId: string; readonly before: number; readonly week: number }[],
): Promise<ReadonlyMap<string, Ahead>> {
  const rows = await rowsOf<{
    sectionId: string;
    teachers: string[];
    segments: Parameters<typeof carryOver>[0];
  }>(
    db,
    `select asked.section_id as "sectionId",
       array(select staff.name from (
               select t.staff_id from section_teachers t where t.section_id = asked.section_id and not exists (
                 select 1 from section_stand_ins i
                 where i.section_id = t.section_id and i.week = asked.week and i.for_id = t.staff_id)
               union
               select i.staff_id from section_stand_ins i
               where i.section_id = asked.section_id and i.week = asked.week
             ) there join staff on staff.id = there.staff_id order by staff.name, staff.id) as teachers,
       coalesce((
         select json_agg(json_build_object(
           'kind', s.kind, 'title', s.title, 'figureId', s.figure_id, 'withIds', s.with_ids, 'sequenceId', s.sequence_id, 'layers', s.layers,
           'minutes', s.minutes, 'locked', s.locked, 'cautions', s.cautions, 'covered', s.covered,
           'reached', s.reached) order by s.position)
         from lesson_segments s where s.lesson_id = l.id), '[]') as segments
     from unnest($sections::uuid[], $before::int[], $weeks::int[]) as asked (section_id, before, week)
     left join lessons l on l.section_id = asked.section_id and l.week = asked.before and l.state = 'taught'`,
    {
      sections: places.map(({ sectionId }) => sectionId),
      before: places.map(({ before }) => before),
      weeks: places.map(({ week }) => week),
    },
  );
  return new Map(
    rows.map(({ sectionId, teachers, segments }) => [
      sectionId,
      { teachers, carried: carryOver(segments).map(({ title }) => title) },
    ]),
  );
}

interface Course {
  readonly section: Section;
  readonly lessons: readonly LessonSummary[];
  readonly next: LessonSummary | undefined;
}

function courseOf(section: Section, lessons: readonly LessonSummary[], today: string): Course {
  const open = lessons.filter(({ state, cancelled }) => state === "planned" && !cancelled);
  // Tonight's class is the next one, even when last week's was never closed.
  const next = open.find(({ date }) => date >= today) ?? open[0];
  return { section, lessons, next };
}

/** The last lesson held before the next one. */
const heldBefore = ({ lessons, next }: Course): number =>
  Math.max(
    0,
    ...lessons
      .filter(({ cancelled, week }) => !cancelled && week < (next?.week ?? 0))
      .map(({ week }) => week),
  );

/** What is on for a person: a teacher sees the sections they teach, a director all of them and the plans. */
export async function todayFor(
  db: Database,
  config: Config,
  workers: Workers,
  person: Person,
): Promise<Today> {
  const [today, levels, sections] = await readAll(
    () => studioToday(db, config),
    () => listLevels(db),
    () => listSections(db, person.role === "director" ? undefined : { teacherId: person.id }),
  );
  const lessonsOf = await listLessons(db, sections);
  const allLessons = ({ id }: Section) => lessonsOf.get(id) ?? [];
  const levelNames = new Map(levels.map(({ id, name }) => [id, name]));
  // Who only stands in has the lessons in which they do.
  const isOwn = ({ teacherIds, standIns }: Section, week: number) =>
    person.role === "director" ||
    teacherIds.includes(person.id) ||
    standIns.some((one) => one.week === week && one.staffId === person.id);
  const courses = sections.map((section) =>
    courseOf(
      section,
      allLessons(section).filter(({ week }) => isOwn(section, week)),
      today,
    ),
  );
  const withLine = (section: Section, lesson: LessonSummary) => ({
    ...lesson,
    sectionName: section.name,
    levelName: levelNames.get(section.levelId) ?? "",
    startTime: section.startTime,
    room: section.room,
  });
  const upcoming = courses.flatMap((course) => {
    const { next, section } = course;
    return next ? [{ ...withLine(section, next), course }] : [];
  });
  const lessons = firstOf(upcoming.sort(byDate));
  const shown = lessons.list.map(({ course }) => course.section);
  const [ahead, coursesNow] = await readAll(
    () =>
      aheadOf(
        db,
        lessons.list.map(({ course, sectionId, week }) => ({ sectionId, week, before: heldBefore(course) })),
      ),
    () =>
      coursePlans(
        db,
        config.STUDIO_TODAY,
        shown.map(({ id }) => id),
      ),
  );
  const unfinished = firstOf(
    courses
      .flatMap(({ section, lessons: all, next }) =>
        all
          .filter((one) => one.state === "planned" && !one.cancelled && one.date < today && one !== next)
          .map((lesson) => withLine(section, lesson)),
      )
      .sort(byDate),
  );
  const recaps = firstOf(
    courses
      .flatMap(({ section, lessons: all }) =>
        all
          .filter(({ state, recap }) => state === "taught" && recap !== "published")
          .map((lesson) => withLine(section, lesson)),
      )
      .sort(byDate),
  );
  const dancers = new Map(coursesNow.map(({ sectionId, dancers: all }) => [sectionId, all]));
  const looks = await workers.run(
    "lookForToday",
    may(person.role, "plans.write")
      ? [
          ...levels.map(({ planId, name }) => ({ planId, title: name, after: 0 })),
          ...sections.map((section) => ({
            planId: section.planId,
            title: `${levelNames.get(section.levelId) ?? ""}, ${section.name}`,
            after: lastTaught(allLessons(section)),
          })),
        ]
      : [],
    shown.map((section) => askedSection(section, allLessons(section), dancers.get(section.id) ?? 0)),
  );
  const plans = firstOf(looks.plans);
  return {
    today,
    courses: looks.courses,
    lessons: lessons.list.map(({ course: _course, ...lesson }) => {
      const { teachers = [], carried = [] } = ahead.get(lesson.sectionId) ?? {};
      return { ...lesson, teachers: [...teachers], carried: [...carried] };
    }),
    unfinished: unfinished.list,
    recaps: recaps.list,
    plans: [...plans.list],
    more: { lessons: lessons.more, unfinished: unfinished.more, recaps: recaps.more, plans: plans.more },
  };
}
