import type { FigureTrail } from "@map-step/contract";
import { lessonDates } from "@map-step/core/time";
import { readAll } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { readFigure } from "./library.ts";

/** So many lessons that lie ahead are told. */
const MOST = 12;

interface PlanRow {
  readonly levelId: string;
  readonly sectionId: string | null;
  readonly level: string;
  readonly section: string | null;
  readonly weeks: number;
  readonly firstDate: string | null;
  readonly daysOff: readonly string[];
  /** The week in which it is new; `null` where it only was danced. */
  readonly week: number | null;
  /** Weeks in which it was really danced. */
  readonly danced: readonly number[];
}

/** Every plan that has the figure, and every section that danced it, with what is needed for its dates. */
const plansWith = (db: Database, figureId: string): Promise<PlanRow[]> =>
  rowsOf<PlanRow>(
    db,
    `with placed as (
       select plan_id, week from plan_figures where figure_id = $figureId and week is not null
     ), danced as (
       select l.section_id, array_agg(distinct l.week order by l.week) as weeks
       from lesson_segments s join lessons l on l.id = s.lesson_id
       where s.figure_id = $figureId and l.state = 'taught' and s.covered in ('done', 'part')
       group by l.section_id
     )
     select p.level_id as "levelId", p.section_id as "sectionId", l.name as level, sections.name as section, l.weeks,
       to_char(sections.first_date, 'YYYY-MM-DD') as "firstDate",
       array(select to_char(day, 'YYYY-MM-DD') from section_days_off o where o.section_id = p.section_id) as "daysOff",
       placed.week, coalesce(danced.weeks, '{}') as danced
     from plans p join levels l on l.id = p.level_id and l.deleted_at is null
       left join sections on sections.id = p.section_id
       left join placed on placed.plan_id = p.id and placed.week <= l.weeks
       left join danced on danced.section_id = p.section_id
     where (placed.week is not null or danced.weeks is not null) and sections.deleted_at is null
     order by l.name, sections.name nulls first`,
    { figureId },
  );

const marksOf = (db: Database, figureId: string): Promise<FigureTrail["danced"][]> =>
  rowsOf<FigureTrail["danced"]>(
    db,
    `select count(*)::int as seen, count(*) filter (where mark in ('alone', 'dances-it'))::int as have
     from (
       select distinct on (s.person_id) e.mark from seen_evidence e join students s on s.id = e.student_id
       where e.figure_id = $figureId and e.mark is not null
         and not exists (select 1 from evidence later where later.corrects = e.id)
       order by s.person_id, e.day desc, e.position desc) latest`,
    { figureId },
  );

const opensWith = (db: Database, figureId: string): Promise<FigureTrail["opens"]> =>
  rowsOf<FigureTrail["opens"][number]>(
    db,
    `select f.id, f.name from figure_needs n join figures f on f.id = n.figure_id
     where n.needs_id = $figureId and f.deleted_at is null order by f.tier, f.name`,
    { figureId },
  );

/** What becomes of a figure: where it is planned, when it was taught, how it was danced, what it opens the way to. */
export async function figureTrail(db: Database, figureId: string, today: string): Promise<FigureTrail> {
  const [, plans, marks, opens] = await readAll(
    () => readFigure(db, figureId),
    () => plansWith(db, figureId),
    () => marksOf(db, figureId),
    () => opensWith(db, figureId),
  );
  const all = plans.map(({ level, section, firstDate, daysOff, weeks, ...plan }) => ({
    ...plan,
    title: section === null ? level : `${level}, ${section}`,
    dates: firstDate === null ? [] : lessonDates(firstDate, weeks, daysOff),
  }));
  const lessonIn = ({ levelId, sectionId, title, dates }: (typeof all)[number], week: number) => ({
    levelId,
    sectionId,
    title,
    week,
    date: dates[week - 1] ?? null,
  });
  const planned = all.flatMap((plan) => (plan.week === null ? [] : [lessonIn(plan, plan.week)]));
  const ahead = planned.filter(({ date }) => date !== null && date >= today);
  const run = new Set(ahead.map(({ levelId }) => levelId));
  const idle = planned.filter(({ sectionId, levelId }) => sectionId === null && !run.has(levelId));
  const taught = all
    .flatMap((plan) => plan.danced.map((week) => lessonIn(plan, week)))
    .sort((a, b) => (a.date ?? "").localeCompare(b.date ?? ""));
  return {
    planned: [...ahead.sort((a, b) => (a.date ?? "").localeCompare(b.date ?? "")), ...idle].slice(0, MOST),
    taught: { times: taught.length, last: taught.at(-1) ?? null },
    danced: marks[0] ?? { seen: 0, have: 0 },
    opens,
  };
}
