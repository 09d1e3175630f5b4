import { type Level, type Plan, toLevelPlan } from "@map-step/contract";
import { reachedLayer } from "@map-step/core/lesson";
import type { LikePair } from "@map-step/core/likeness";
import type { LevelPlan } from "@map-step/core/plan";
import { readAll } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";
import { listApproaches } from "../approaches/service.ts";
import { readLibraries } from "../figures/library.ts";
import { alikeIn } from "../figures/likeness.ts";
import type { LessonSegmentRow } from "../lessons/models.ts";
import { listLevels } from "../levels/read.ts";
import { sequencesIn } from "../sequences/read.ts";

interface PlanRow extends Omit<Plan, "held" | "notReached"> {
  readonly weeks: number;
  readonly teachers: readonly { readonly id: string; readonly name: string }[];
  /** Parts of the lessons that were taught, in order; one without a figure stands for a lesson without parts. */
  readonly taught: readonly HeldRow[];
}

/** Which plans are read. */
export type Which =
  | { readonly planIds: readonly string[] }
  | { readonly sectionIds: readonly string[] }
  | { readonly ofLevels: readonly string[] }
  | { readonly allOfLevels: readonly string[] };

const CONDITIONS = {
  planIds: "p.id = any($ids::uuid[])",
  sectionIds: "p.section_id = any($ids::uuid[])",
  ofLevels: "p.level_id = any($ids::uuid[]) and p.section_id is null",
  allOfLevels: `p.level_id = any($ids::uuid[])
    and not exists (select from sections where sections.id = p.section_id and sections.deleted_at is not null)`,
} as const;

/**
 * Plans of levels that are there: what they hold, what the levels before them place (which dancers bring along), and
 * what was taught by them. One query, whatever the number of plans.
 */
const plansWhere = (condition: string): string => `
  with recursive picked as (
    select p.*, l.weeks from plans p join levels l on l.id = p.level_id and l.deleted_at is null where ${condition}
  ), chain (root, level_id) as (
    select id, follows_id from levels where id in (select level_id from picked) and follows_id is not null
    union
    select chain.root, l.follows_id from chain join levels l on l.id = chain.level_id
    where l.follows_id is not null and l.deleted_at is null
  ), known as (
    select chain.root, array_agg(distinct f.figure_id::text) as figure_ids
    from chain join levels l on l.id = chain.level_id and l.deleted_at is null and l.id <> chain.root
    join plans p on p.level_id = l.id and p.section_id is null
    join plan_figures f on f.plan_id = p.id and f.week <= l.weeks
    group by chain.root
  )
  select p.id, p.version, p.level_id as "levelId", p.section_id as "sectionId", p.special, p.muted, p.away, p.agreed,
    p.weeks,
    coalesce(known.figure_ids, '{}') as known,
    coalesce((
      select json_agg(json_build_object('figureId', figure_id, 'have', have, 'seen', seen) order by figure_id)
      from (
        select figure_id, count(*)::int as seen, count(*) filter (where mark in ('alone', 'dances-it'))::int as have
        from (
          select distinct on (s.person_id, e.figure_id) e.figure_id, e.mark
          from enrolments en join students own on own.id = en.student_id
            join students s on s.person_id = own.person_id join seen_evidence e on e.student_id = s.id
          where en.section_id = p.section_id and en.deleted_at is null and not en.waiting and e.mark is not null
            and e.figure_id::text = any(known.figure_ids)
            and e.day <= (select first_date from sections where id = p.section_id)
            and not exists (select 1 from evidence later where later.corrects = e.id)
          order by s.person_id, e.figure_id, e.day desc, e.position desc) latest
        group by figure_id) of_figures), '[]') as brought,
    coalesce((
      select json_agg(json_build_object(
        'figureId', figure_id, 'week', week, 'pinned', pinned, 'wish', wish, 'worth', worth, 'pieces', pieces,
        'approachId', approach_id, 'extraReturns', extra_returns) order by position)
      from plan_figures where plan_id = p.id), '[]') as chosen,
    coalesce((
      select json_agg(json_build_object(
        'week', l.week, 'figureId', s.figure_id, 'kind', s.kind, 'covered', s.covered, 'reached', s.reached,
        'layers', s.layers) order by l.week, s.position)
      from lessons l left join lesson_segments s on s.lesson_id = l.id and s.figure_id is not null
      where l.section_id = p.section_id and l.state = 'taught'), '[]') as taught,
    coalesce((
      select json_agg(json_build_object('id', staff.id, 'name', staff.name) order by t.created_at, staff.id)
      from section_teachers t join staff on staff.id = t.staff_id where t.section_id = p.section_id), '[]') as teachers
  from picked p left join known on known.root = p.level_id`;

type HeldRow = { readonly week: number } & Pick<
  LessonSegmentRow,
  "figureId" | "kind" | "covered" | "reached" | "layers"
>;
type Held = Pick<Plan, "held" | "notReached">;

/**
 * What the taught lessons of a section come to: what was danced in each and how deep, and which figures were due as
 * new, were not reached, and have not been danced since.
 */
function heldIn(rows: readonly HeldRow[]): Held {
  const open = new Map<string, number>();
  const lessons = new Map<number, Plan["held"][number]["danced"]>();
  for (const { week, figureId, kind, covered, reached, layers } of rows) {
    const danced = lessons.get(week) ?? [];
    lessons.set(week, danced);
    if (figureId === null) continue;
    if (covered === "done" || covered === "part") {
      open.delete(figureId);
      danced.push({ figureId, layer: reachedLayer({ covered, reached }, layers) ?? "return" });
    } else if (kind === "new" && !open.has(figureId)) open.set(figureId, week);
  }
  return {
    held: [...lessons].map(([week, danced]) => ({ week, danced })),
    notReached: [...open].map(([figureId, week]) => ({ figureId, week })),
  };
}

/** A plan with who teaches by it. */
export interface TaughtPlan extends Plan {
  readonly teachers: readonly { readonly id: string; readonly name: string }[];
}

/** A plan as it is worked with: what it holds beyond the level's last week is kept, but not shown. */
const inSight = ({ weeks, chosen, special, away, taught, ...plan }: PlanRow): TaughtPlan => ({
  ...plan,
  chosen: chosen.map((entry) =>
    entry.week !== null && entry.week > weeks ? { ...entry, week: null, pinned: false } : entry,
  ),
  special: special.filter(({ week }) => week <= weeks),
  away: away.filter(({ week }) => week <= weeks),
  ...heldIn(taught),
});

export async function readPlans(db: Database, which: Which): Promise<TaughtPlan[]> {
  const [[condition, ids]] = Object.entries(which) as [[keyof typeof CONDITIONS, string[]]];
  return (await rowsOf<PlanRow>(db, plansWhere(CONDITIONS[condition]), { ids })).map(inSight);
}

async function readOne(db: Database, which: Which): Promise<TaughtPlan> {
  const [plan] = await readPlans(db, which);
  if (!plan) throw notFound();
  return plan;
}

export const readPlan = (db: Database, id: string): Promise<TaughtPlan> => readOne(db, { planIds: [id] });
/** A level's own plan and those of its sections that are there. @throws a not-found problem without the level */
export async function plansOfLevel(db: Database, levelId: string): Promise<TaughtPlan[]> {
  const plans = await readPlans(db, { allOfLevels: [levelId] });
  if (plans.length === 0) throw notFound();
  return plans;
}
/** The plans of all levels of a dance, and those of their sections. @throws a not-found problem without the dance */
export async function plansOfDance(db: Database, danceId: string): Promise<TaughtPlan[]> {
  const [dance] = await rowsOf<{ levels: string[] }>(
    db,
    `select array(select l.id::text from levels l where l.dance_id = d.id and l.deleted_at is null) as levels
     from dances d where d.id = $danceId`,
    { danceId },
  );
  if (!dance) throw notFound();
  return dance.levels.length === 0 ? [] : readPlans(db, { allOfLevels: dance.levels });
}
export const planOfSection = (db: Database, sectionId: string): Promise<TaughtPlan> =>
  readOne(db, { sectionIds: [sectionId] });

/** A plan with its level, and as the planner computes with it. */
export interface ComputablePlan {
  readonly plan: TaughtPlan;
  readonly level: Level;
  readonly computable: LevelPlan;
}

/** Plans as the planner computes with them, in a fixed number of queries; a plan whose level is gone is missing. */
export async function computablePlans(db: Database, plans: readonly TaughtPlan[]): Promise<ComputablePlan[]> {
  const levels = await listLevels(
    db,
    plans.map(({ levelId }) => levelId),
  );
  const levelOf = new Map(levels.map((level) => [level.id, level]));
  const [libraries, approaches] = await readAll(
    () =>
      readLibraries(
        db,
        levels.map(({ danceId }) => danceId),
      ),
    () => listApproaches(db),
  );
  const alikeOf = new Map<string, readonly LikePair[]>();
  for (const [danceId, library] of libraries) alikeOf.set(danceId, await alikeIn(library));
  const wanted = plans.flatMap(({ special }) => special.flatMap(({ sequenceId }) => sequenceId ?? []));
  const sequences = new Map((await sequencesIn(db, wanted)).map(({ id, content }) => [id, content]));
  return plans.flatMap((plan) => {
    const level = levelOf.get(plan.levelId);
    const library = libraries.get(level?.danceId ?? "");
    if (!level || !library) return [];
    const teachers = plan.sectionId === null ? undefined : plan.teachers;
    const alike = alikeOf.get(level.danceId);
    const surroundings = { dance: library.dance, approaches, teachers, alike, sequences };
    return [{ plan, level, computable: toLevelPlan(level, plan, library.figures, surroundings) }];
  });
}

/** @throws a not-found problem when the plan's level is gone */
export async function computablePlan(db: Database, plan: TaughtPlan): Promise<LevelPlan> {
  const [found] = await computablePlans(db, [plan]);
  if (!found) throw notFound();
  return found.computable;
}
