import type { Lesson, LessonSegment, LessonSummary, Section } from "@map-step/contract";
import { buildLesson, carryOver, lessonLength, type Segment } from "@map-step/core/lesson";
import { weekCapacities } from "@map-step/core/plan";
import { v5 } from "uuid";
import { readAll } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";
import { type ComputablePlan, computablePlans, planOfSection } from "../plans/read.ts";
import { readSection } from "../sections/read.ts";

/** Planned parts are named within this (a UUID of version 5, RFC 9562). */
const PLANNED = "6f6d0f5e-0f6a-5c0b-9a53-3f6f2b7d9c11";

/**
 * The id of a part that nobody has kept yet. It follows from what the part is, so that two devices which look at a
 * planned lesson in the same moment speak of the same parts.
 */
const plannedId = (words: readonly (string | number)[]): string => v5(words.join("/"), PLANNED);

/** Parts as they are planned, with nothing noted of them. */
function fresh(lesson: string, segments: readonly Segment[]): LessonSegment[] {
  const met = new Map<string, number>();
  return segments.map((segment) => {
    const words = [lesson, segment.kind, segment.figureId ?? segment.title, ...segment.withIds];
    const before = met.get(words.join()) ?? 0;
    met.set(words.join(), before + 1);
    return {
      ...segment,
      id: plannedId([...words, before]),
      layers: segment.layers.map((layer) => ({ ...layer })),
      withIds: [...segment.withIds],
      cautions: [...segment.cautions],
      covered: null,
      reached: null,
    };
  });
}

/** What is kept of a lesson, parts in order. */
export interface KeptLesson {
  readonly id: string;
  readonly week: number;
  readonly state: Lesson["state"];
  readonly version: number;
  readonly shortBy: number;
  readonly followsPlan: boolean;
  readonly segments: LessonSegment[];
}

/**
 * What is kept of some lessons of a section, by week.
 * @param weeks all when left out
 */
export async function keptLessons(
  db: Database,
  sectionId: string,
  weeks?: readonly number[],
): Promise<ReadonlyMap<number, KeptLesson>> {
  const rows = await rowsOf<KeptLesson>(
    db,
    `select l.id, l.week, l.state, l.version, l.short_by as "shortBy", l.follows_plan as "followsPlan",
       coalesce((
         select json_agg(json_build_object(
           'id', id, 'kind', kind, 'title', title, 'figureId', figure_id, 'withIds', with_ids, 'sequenceId', sequence_id, 'layers', layers,
           'minutes', minutes, 'locked', locked, 'cautions', cautions, 'covered', covered, 'reached', reached)
           order by position)
         from lesson_segments where lesson_id = l.id), '[]') as segments
     from lessons l where l.section_id = $sectionId ${weeks ? "and l.week = any($weeks::int[])" : ""}`,
    { sectionId, ...(weeks ? { weeks } : {}) },
  );
  return new Map(rows.map((row) => [row.week, row]));
}

export const keptLesson = async (
  db: Database,
  sectionId: string,
  week: number,
): Promise<KeptLesson | undefined> => (await keptLessons(db, sectionId, [week])).get(week);

/** The last week before this one in which a lesson is held; 0 when there is none. */
export function heldBefore(
  special: readonly { readonly week: number; readonly kind: string }[],
  week: number,
): number {
  const cancelled = new Set(special.filter(({ kind }) => kind === "cancelled").map((entry) => entry.week));
  let last = week - 1;
  while (cancelled.has(last)) last -= 1;
  return last;
}

/** What a lesson leaves unfinished for the next; nothing until it has been taught. */
export const leftBy = (lesson: KeptLesson | undefined): Segment[] =>
  lesson?.state === "taught" ? carryOver(lesson.segments) : [];

/** A lesson with its section and its plan, as it is kept or as the plan makes it. */
export interface ReadLesson extends ComputablePlan {
  readonly section: Section;
  readonly lesson: Lesson;
}

export async function openLesson(db: Database, sectionId: string, week: number): Promise<ReadLesson> {
  const [section, taughtBy, kept] = await readAll(
    () => readSection(db, sectionId),
    () => planOfSection(db, sectionId),
    () => keptLessons(db, sectionId, [week - 1, week]),
  );
  const date = section.dates[week - 1];
  if (!date) throw notFound("This section has no lesson in that week.");
  const [found] = await computablePlans(db, [taughtBy]);
  if (!found) throw notFound();
  const { plan, computable } = found;
  const room = weekCapacities(computable)[week - 1];
  if (room && !room.held) throw notFound("This lesson is cancelled. Its plan says so, and can take it back.");
  const last = heldBefore(plan.special, week);
  // Only where lessons were cancelled is the last one held not the week before.
  const before = last === week - 1 ? kept.get(last) : (await keptLessons(db, sectionId, [last])).get(last);
  const carried = leftBy(before);
  const row = kept.get(week);
  const name = `${sectionId}/${week}`;
  const full = lessonLength(computable, week);
  const about = { id: row?.id ?? null, sectionId, week, date };
  if (!row || row.followsPlan) {
    const segments = fresh(name, buildLesson({ plan: computable, week, carryOver: carried }));
    const nothing = {
      shortBy: 0,
      state: "planned" as const,
      version: row?.version ?? 0,
      followsPlan: true,
      toCarry: [],
    };
    return { ...found, section, lesson: { ...about, ...nothing, lessonMinutes: full, segments } };
  }
  const { state, version, shortBy, segments } = row;
  const held = new Set(segments.filter(({ kind }) => kind === "carry-over").map(({ figureId }) => figureId));
  const toCarry =
    state === "taught"
      ? []
      : fresh(
          name,
          carried.filter(({ figureId }) => !held.has(figureId)),
        );
  const lessonMinutes = Math.max(1, full - shortBy);
  return {
    ...found,
    section,
    lesson: { ...about, lessonMinutes, shortBy, state, version, followsPlan: false, segments, toCarry },
  };
}

/** A lesson as it is kept, or as the plan and the lesson before make it while nothing has been kept. */
export const readLesson = async (db: Database, sectionId: string, week: number): Promise<Lesson> =>
  (await openLesson(db, sectionId, week)).lesson;

interface StateRow {
  readonly sectionId: string;
  readonly week: number;
  readonly state: Lesson["state"];
  readonly recap: LessonSummary["recap"];
}

/** What is kept of the lessons of some sections: whether they were taught, and how far their recaps are. */
const statesOf = (db: Database, sectionIds: readonly string[]): Promise<StateRow[]> =>
  rowsOf<StateRow>(
    db,
    `select l.section_id as "sectionId", l.week, l.state,
       case when r.id is null then 'none' when r.secret is null then 'draft' else 'published' end as recap
     from lessons l left join recaps r on r.lesson_id = l.id where l.section_id = any($sectionIds::uuid[])`,
    { sectionIds },
  );

type LessonState = Pick<LessonSummary, "week" | "date" | "state" | "recap">;

const withStates = ({ id, dates }: Section, stateAt: ReadonlyMap<string, StateRow>): readonly LessonState[] =>
  dates.map((date, index) => {
    const { state = "planned", recap = "none" } = stateAt.get(`${id} ${index + 1}`) ?? {};
    return { week: index + 1, date, state, recap };
  });

const byPlace = (states: readonly StateRow[]) =>
  new Map(states.map((row) => [`${row.sectionId} ${row.week}`, row]));

/** How far the lessons of some sections are, from first to last, by section. */
export async function lessonStates(
  db: Database,
  sections: readonly Section[],
): Promise<ReadonlyMap<string, readonly LessonState[]>> {
  const stateAt = byPlace(
    await statesOf(
      db,
      sections.map(({ id }) => id),
    ),
  );
  return new Map(sections.map((section) => [section.id, withStates(section, stateAt)]));
}

interface PlannedRow {
  readonly sectionId: string;
  readonly special: readonly { readonly week: number; readonly kind: string }[];
  readonly placed: readonly { readonly id: string; readonly name: string; readonly week: number }[];
}

/** The lessons of some sections from first to last, with what is new in each; by section. */
export async function listLessons(
  db: Database,
  sections: readonly Section[],
): Promise<ReadonlyMap<string, readonly LessonSummary[]>> {
  const sectionIds = sections.map(({ id }) => id);
  const [states, plans] = await readAll(
    () => statesOf(db, sectionIds),
    () =>
      rowsOf<PlannedRow>(
        db,
        `select p.section_id as "sectionId", p.special, coalesce((
       select json_agg(json_build_object('id', f.id, 'name', f.name, 'week', c.week) order by c.position)
       from plan_figures c join figures f on f.id = c.figure_id where c.plan_id = p.id and c.week is not null), '[]')
       as placed
     from plans p where p.section_id = any($sectionIds::uuid[])`,
        { sectionIds },
      ),
  );
  const stateAt = byPlace(states);
  const planOf = new Map(plans.map((plan) => [plan.sectionId, plan]));
  return new Map(
    sections.map((section) => {
      const { id } = section;
      const { placed = [], special = [] } = planOf.get(id) ?? {};
      const cancelled = new Set(special.flatMap(({ kind, week }) => (kind === "cancelled" ? [week] : [])));
      const lessons = withStates(section, stateAt).map(
        (lesson): LessonSummary => ({
          ...lesson,
          sectionId: id,
          cancelled: cancelled.has(lesson.week),
          newFigures: placed
            .filter(({ week }) => week === lesson.week)
            .map(({ id: figureId, name }) => ({ id: figureId, name })),
        }),
      );
      return [id, lessons] as const;
    }),
  );
}
