import { type LessonSummary, may, type Person, type Section, type Today } from "@map-step/contract";
import { carryOver } from "@map-step/core/lesson";
import type { Config } from "../../config.ts";
import { together } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import type { Workers } from "../../work/workers.ts";
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

/** Titles of what the last taught lesson of each section left, by section. */
async function carriedBySection(
  db: Database,
  places: readonly { readonly sectionId: string; readonly week: number }[],
): Promise<ReadonlyMap<string, readonly string[]>> {
  const rows = await rowsOf<{ sectionId: string; segments: Parameters<typeof carryOver>[0] }>(
    db,
    `select l.section_id as "sectionId", json_agg(json_build_object(
         'kind', s.kind, 'title', s.title, 'figureId', s.figure_id, 'withIds', s.with_ids, 'layers', s.layers,
         'minutes', s.minutes, 'locked', s.locked, 'cautions', s.cautions, 'covered', s.covered,
         'reached', s.reached) order by s.position) as segments
     from unnest($sections::uuid[], $weeks::int[]) as asked (section_id, week)
     join lessons l on l.section_id = asked.section_id and l.week = asked.week and l.state = 'taught'
     join lesson_segments s on s.lesson_id = l.id group by l.section_id`,
    { sections: places.map(({ sectionId }) => sectionId), weeks: places.map(({ week }) => week) },
  );
  return new Map(rows.map((row) => [row.sectionId, carryOver(row.segments).map(({ title }) => title)]));
}

interface Course {
  readonly section: Section;
  readonly lessons: readonly LessonSummary[];
  readonly next: LessonSummary | undefined;
  readonly taught: number;
}

function courseOf(section: Section, lessons: readonly LessonSummary[]): Course {
  const next = lessons.find(({ state, cancelled }) => state === "planned" && !cancelled);
  const taught = lessons.filter(({ state }) => state === "taught").map(({ week }) => week);
  return { section, lessons, next, taught: Math.max(0, ...taught) };
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
  const [today, levels, sections] = await together(
    () => studioToday(db, config),
    () => listLevels(db),
    () => listSections(db, person.role === "director" ? undefined : { teacherId: person.id }),
  );
  const [staff, lessonsOf] = await together(
    () =>
      rowsOf<{ id: string; name: string }>(db, "select id, name from staff where id = any($ids::uuid[])", {
        ids: sections.flatMap(({ teacherIds }) => teacherIds),
      }),
    () => listLessons(db, sections),
  );
  const levelNames = new Map(levels.map(({ id, name }) => [id, name]));
  const staffNames = new Map(staff.map(({ id, name }) => [id, name]));
  const courses = sections.map((section) => courseOf(section, lessonsOf.get(section.id) ?? []));
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
  const carried = await carriedBySection(
    db,
    lessons.list.map(({ course, sectionId }) => ({ sectionId, week: heldBefore(course) })),
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
  const taughtWeeks = new Map(courses.map(({ section, taught }) => [section.id, taught]));
  const plans = firstOf(
    may(person.role, "plans.write")
      ? await workers.run("openFindings", [
          ...levels.map(({ planId, name }) => ({ planId, title: name, after: 0 })),
          ...sections.map(({ id, planId, levelId, name }) => ({
            planId,
            title: `${levelNames.get(levelId) ?? ""}, ${name}`,
            after: taughtWeeks.get(id) ?? 0,
          })),
        ])
      : [],
  );
  return {
    today,
    lessons: lessons.list.map(({ course: { section }, ...lesson }) => ({
      ...lesson,
      teachers: section.teacherIds.flatMap((id) => staffNames.get(id) ?? []),
      carried: [...(carried.get(section.id) ?? [])],
    })),
    recaps: recaps.list,
    plans: [...plans.list],
    more: { lessons: lessons.more, recaps: recaps.more, plans: plans.more },
  };
}
