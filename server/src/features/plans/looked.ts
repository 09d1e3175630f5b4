import type { Course } from "@map-step/contract";
import { checkPlan, type Finding, overviewOf, type PlanOverview } from "@map-step/core/plan";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { computablePlans, readPlans } from "./read.ts";

type Found = Pick<Finding, "week" | "severity" | "text">;

/** What a look at a plan found, and how the plan is. */
export interface LookedAt extends Pick<Course, "planId" | "levelId" | "sectionId"> {
  readonly findings: readonly Found[];
  readonly overview: PlanOverview;
}

/** So many plans are kept looked at; the one not asked for longest goes first. */
const MOST_KEPT = 2_000;
const kept = new Map<
  string,
  { readonly key: string; readonly findings: readonly Found[]; readonly overview: PlanOverview }
>();

interface Stamp extends Pick<LookedAt, "planId" | "levelId" | "sectionId"> {
  readonly key: string;
}

/**
 * What the findings of some plans depend on, as a text that changes whenever one of it does: the plan, its level and
 * those before, their plans, the dance and its library, approaches, teachers, and what was held.
 */
const stampsOf = (db: Database, planIds: readonly string[]): Promise<Stamp[]> =>
  rowsOf<Stamp>(
    db,
    `with recursive chain (root, level_id) as (
       select distinct level_id, level_id from plans where id = any($planIds::uuid[])
       union select chain.root, l.follows_id from chain join levels l on l.id = chain.level_id
       where l.follows_id is not null
     ), levels_stamp as (
       select chain.root, string_agg(l.id || '.' || l.version || '.' || p.version, ',' order by l.id) as stamp
       from chain join levels l on l.id = chain.level_id
       join plans p on p.level_id = l.id and p.section_id is null group by chain.root
     ), held as (
       select l.section_id, string_agg(l.week || '.' || coalesce(
           (select max(position) from class_entries where lesson_id = l.id), 0), ',' order by l.week) as stamp
       from plans p join lessons l on l.section_id = p.section_id and l.state = 'taught'
       where p.id = any($planIds::uuid[]) group by l.section_id
     ), approach as (
       select string_agg(id || '.' || version, ',' order by id) as stamp from approaches where deleted_at is null
     )
     select p.id as "planId", p.level_id as "levelId", p.section_id as "sectionId", concat_ws(' ', p.version, ls.stamp, d.version, d.library_version, held.stamp, approach.stamp,
       (select string_agg(t.staff_id || staff.name, ',' order by t.created_at) from section_teachers t
        join staff on staff.id = t.staff_id where t.section_id = p.section_id)) as key
     from plans p join levels_stamp ls on ls.root = p.level_id join levels l on l.id = p.level_id
     join dances d on d.id = l.dance_id left join held on held.section_id = p.section_id cross join approach
     where p.id = any($planIds::uuid[])`,
    { planIds },
  );

/** Looks at some plans; at one again only when something that it depends on was changed. One that is gone is missing. */
export async function lookAt(
  db: Database,
  planIds: readonly string[],
): Promise<ReadonlyMap<string, LookedAt>> {
  const stamps = await stampsOf(db, planIds);
  const unseen = stamps.filter(({ planId, key }) => kept.get(planId)?.key !== key);
  const keys = new Map(unseen.map(({ planId, key }) => [planId, key]));
  const plans = unseen.length === 0 ? [] : await readPlans(db, { planIds: [...keys.keys()] });
  for (const { plan, computable } of plans.length === 0 ? [] : await computablePlans(db, plans)) {
    const findings = checkPlan(computable).map(({ week, severity, text }) => ({ week, severity, text }));
    kept.delete(plan.id);
    kept.set(plan.id, { key: keys.get(plan.id) ?? "", findings, overview: overviewOf(computable) });
    const [oldest] = kept.keys();
    if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
  }
  return new Map(
    stamps.flatMap(({ key: _key, ...place }) => {
      const { findings, overview } = kept.get(place.planId) ?? {};
      return findings && overview ? [[place.planId, { ...place, findings, overview }] as const] : [];
    }),
  );
}

/** Looks at every plan once, so that the first who asks does not wait for all of them. */
export async function lookAtAllPlans(db: Database): Promise<void> {
  const plans = await rowsOf<{ id: string }>(db, "select id from plans");
  await lookAt(
    db,
    plans.map(({ id }) => id),
  );
}

/** Findings about weeks after the last that was taught, those that must be solved first. */
export function openIn(
  { findings }: Pick<LookedAt, "findings">,
  after: number,
): {
  readonly open: readonly Found[];
  readonly must: number;
  readonly should: number;
  readonly first: string | null;
} {
  const open = findings.filter(({ week }) => week > after);
  const must = open.filter(({ severity }) => severity === "must");
  return {
    open,
    must: must.length,
    should: open.length - must.length,
    first: (must[0] ?? open[0])?.text ?? null,
  };
}
