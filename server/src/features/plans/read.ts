import { type Level, type Plan, toLevelPlan } from "@map-step/contract";
import { reachedLayer } from "@map-step/core/lesson";
import type { LevelPlan } from "@map-step/core/plan";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";
import { listApproaches } from "../approaches/service.ts";
import { readLibraries } from "../figures/library.ts";
import type { LessonSegmentRow } from "../lessons/models.ts";
import { listLevels } from "../levels/read.ts";

type PlanRow = Omit<Plan, "known" | "held" | "notReached"> & { readonly weeks: number };

const PLANS = `
  select p.id, p.version, p.level_id as "levelId", p.section_id as "sectionId", p.special, p.muted, p.away, l.weeks,
    coalesce((
      select json_agg(json_build_object(
        'figureId', figure_id, 'week', week, 'pinned', pinned, 'wish', wish, 'worth', worth, 'parts', parts,
        'approachId', approach_id, 'extraReturns', extra_returns) order by position)
      from plan_figures where plan_id = p.id), '[]') as chosen
  from plans p join levels l on l.id = p.level_id and l.deleted_at is null`;

/** Which plans are read. */
export type Which =
  | { readonly planIds: readonly string[] }
  | { readonly sectionIds: readonly string[] }
  | { readonly ofLevels: readonly string[] };

const CONDITIONS = {
  planIds: "p.id = any($ids::uuid[])",
  sectionIds: "p.section_id = any($ids::uuid[])",
  ofLevels: "p.level_id = any($ids::uuid[]) and p.section_id is null",
} as const;

/** Figures placed in the levels before each of some levels: what dancers bring along. */
async function knownBefore(
  db: Database,
  levelIds: readonly string[],
): Promise<ReadonlyMap<string, readonly string[]>> {
  const rows = await rowsOf<{ levelId: string; figureIds: string[] }>(
    db,
    `with recursive chain (root, level_id) as (
       select id, follows_id from levels where id = any($levelIds::uuid[]) and follows_id is not null
       union
       select chain.root, l.follows_id from chain join levels l on l.id = chain.level_id
       where l.follows_id is not null and l.deleted_at is null
     )
     select chain.root as "levelId", array_agg(distinct figure_id::text) as "figureIds"
     from chain
     join levels l on l.id = chain.level_id and l.deleted_at is null and l.id <> chain.root
     join plans p on p.level_id = l.id and p.section_id is null
     join plan_figures f on f.plan_id = p.id and f.week <= l.weeks
     group by chain.root`,
    { levelIds: [...new Set(levelIds)] },
  );
  return new Map(rows.map(({ levelId, figureIds }) => [levelId, figureIds]));
}

type HeldRow = { readonly sectionId: string; readonly week: number } & Pick<
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

async function heldBySection(
  db: Database,
  sectionIds: readonly string[],
): Promise<ReadonlyMap<string, readonly HeldRow[]>> {
  const held = new Map<string, HeldRow[]>();
  if (sectionIds.length === 0) return held;
  const rows = await rowsOf<HeldRow>(
    db,
    `select l.section_id as "sectionId", l.week, s.figure_id as "figureId", s.kind, s.covered, s.reached, s.layers
     from lessons l left join lesson_segments s on s.lesson_id = l.id and s.figure_id is not null
     where l.section_id = any($sectionIds::uuid[]) and l.state = 'taught' order by l.week, s.position`,
    { sectionIds },
  );
  for (const row of rows) held.set(row.sectionId, [...(held.get(row.sectionId) ?? []), row]);
  return held;
}

/** A plan as it is worked with: what it holds beyond the level's last week is kept, but not shown. */
function inSight({ weeks, chosen, special, away, ...plan }: PlanRow): Omit<Plan, keyof Held | "known"> {
  return {
    ...plan,
    chosen: chosen.map((entry) =>
      entry.week !== null && entry.week > weeks ? { ...entry, week: null, pinned: false } : entry,
    ),
    special: special.filter(({ week }) => week <= weeks),
    away: away.filter(({ week }) => week <= weeks),
  };
}

/** Plans of levels that are there, with what is known before them and what was held; in three queries. */
export async function readPlans(db: Database, which: Which): Promise<Plan[]> {
  const [[condition, ids]] = Object.entries(which) as [[keyof typeof CONDITIONS, string[]]];
  const rows = await rowsOf<PlanRow>(db, `${PLANS} where ${CONDITIONS[condition]}`, { ids });
  const known = await knownBefore(
    db,
    rows.map(({ levelId }) => levelId),
  );
  const held = await heldBySection(
    db,
    rows.flatMap(({ sectionId }) => sectionId ?? []),
  );
  return rows.map((row) => ({
    ...inSight(row),
    known: [...(known.get(row.levelId) ?? [])],
    ...heldIn(held.get(row.sectionId ?? "") ?? []),
  }));
}

async function readOne(db: Database, which: Which): Promise<Plan> {
  const [plan] = await readPlans(db, which);
  if (!plan) throw notFound();
  return plan;
}

export const readPlan = (db: Database, id: string): Promise<Plan> => readOne(db, { planIds: [id] });
export const planOfLevel = (db: Database, levelId: string): Promise<Plan> =>
  readOne(db, { ofLevels: [levelId] });
export const planOfSection = (db: Database, sectionId: string): Promise<Plan> =>
  readOne(db, { sectionIds: [sectionId] });

async function teachersBySection(
  db: Database,
  sectionIds: readonly string[],
): Promise<ReadonlyMap<string, readonly { id: string; name: string }[]>> {
  const rows = await rowsOf<{ sectionId: string; id: string; name: string }>(
    db,
    `select t.section_id as "sectionId", staff.id, staff.name from section_teachers t
     join staff on staff.id = t.staff_id where t.section_id = any($sectionIds::uuid[]) order by t.created_at, staff.id`,
    { sectionIds },
  );
  return new Map(
    sectionIds.map((id) => [
      id,
      rows.filter((row) => row.sectionId === id).map(({ id: staffId, name }) => ({ id: staffId, name })),
    ]),
  );
}

/** A plan with its level, and as the planner computes with it. */
export interface ComputablePlan {
  readonly plan: Plan;
  readonly level: Level;
  readonly computable: LevelPlan;
}

/** Plans as the planner computes with them, in a fixed number of queries; a plan whose level is gone is missing. */
export async function computablePlans(db: Database, plans: readonly Plan[]): Promise<ComputablePlan[]> {
  const levels = await listLevels(
    db,
    plans.map(({ levelId }) => levelId),
  );
  const levelOf = new Map(levels.map((level) => [level.id, level]));
  const libraries = await readLibraries(
    db,
    levels.map(({ danceId }) => danceId),
  );
  const approaches = await listApproaches(db);
  const teachers = await teachersBySection(
    db,
    plans.flatMap(({ sectionId }) => sectionId ?? []),
  );
  return plans.flatMap((plan) => {
    const level = levelOf.get(plan.levelId);
    const library = libraries.get(level?.danceId ?? "");
    if (!level || !library) return [];
    const surroundings = { dance: library.dance, approaches, teachers: teachers.get(plan.sectionId ?? "") };
    return [{ plan, level, computable: toLevelPlan(level, plan, library.figures, surroundings) }];
  });
}

/** @throws a not-found problem when the plan's level is gone */
export async function computablePlan(db: Database, plan: Plan): Promise<LevelPlan> {
  const [found] = await computablePlans(db, [plan]);
  if (!found) throw notFound();
  return found.computable;
}
