import type { Plan, TakeOver } from "@map-step/contract";
import { changesBetween, lastHeld, type PlanParts, withTaken } from "@map-step/core/plan";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { invalid, notFound, stale } from "../../http/problems.ts";
import { currentUser } from "../../http/request.ts";
import { readPlans } from "./read.ts";

/**
 * How level and section are once some changes were taken over; what was left is what the section has of its own. Nothing
 * where a section's change is adopted and it was not known how they were.
 */
function agreedAfter(
  from: Plan,
  into: Plan,
  keys: ReadonlySet<string>,
): { planId: string; agreed: PlanParts }[] {
  if (from.sectionId === null)
    return [{ planId: into.id, agreed: { chosen: from.chosen, special: from.special } }];
  if (from.agreed === null) return [];
  const { chosen, special } = withTaken(from, from.agreed, keys);
  return [{ planId: from.id, agreed: { chosen, special } }];
}

/** Why some changes can't be taken over into a plan; nothing where they can. */
function refuseUnfit(from: Plan, into: Plan, keys: readonly string[], path: string): void {
  const isPair = from.levelId === into.levelId && (from.sectionId === null) !== (into.sectionId === null);
  if (!isPair) throw invalid([{ path, message: "Changes go between a level and its own sections" }]);
  const found = new Map(changesBetween(null, from, into, lastHeld(into)).map((one) => [one.key, one]));
  for (const key of keys) {
    const change = found.get(key);
    if (!change)
      throw invalid([{ path, message: "The two plans do not differ in this any more; look again" }]);
    if (change.held !== null)
      throw invalid([{ path, message: `Week ${change.held} is over; it stays as it was` }]);
  }
}

/**
 * Changes of one plan that others of its level take over: figures and weeks, as they are in the first. All of them or
 * none, in a fixed number of queries.
 * @throws a stale problem where one of the plans was changed meanwhile, an invalid one where a change does not fit
 */
export const takeOver = (db: Database, id: string, { version, into }: TakeOver): Promise<Plan[]> =>
  inTransaction(db, async () => {
    const ids = [id, ...into.map(({ planId }) => planId)];
    await rowsOf(db, "select id from plans where id = any($ids::uuid[]) order by id for update", { ids });
    const plans = new Map((await readPlans(db, { planIds: ids })).map((plan) => [plan.id, plan]));
    const from = plans.get(id);
    if (!from) throw notFound();
    const work = into.map((one, index) => {
      const plan = plans.get(one.planId);
      if (!plan) throw notFound("One of these plans is not there any more. Look again.");
      if (plan.version !== one.version || from.version !== version) throw stale([...plans.values()]);
      refuseUnfit(from, plan, one.keys, `into.${index}.keys`);
      return { plan, keys: new Set(one.keys) };
    });
    await write(db, from, work);
    return readPlans(db, { planIds: ids });
  });

interface Taken {
  readonly plan: Plan;
  readonly keys: ReadonlySet<string>;
}

async function write(db: Database, from: Plan, work: readonly Taken[]): Promise<void> {
  const planIds = work.map(({ plan }) => plan.id);
  const pairs = work.flatMap(({ plan, keys }) => [...keys].map((key) => [plan.id, key] as const));
  await rowsOf(
    db,
    `delete from plan_figures using unnest($planIds::uuid[], $keys::text[]) as gone (plan_id, figure_id)
     where plan_figures.plan_id = gone.plan_id and plan_figures.figure_id::text = gone.figure_id returning 1`,
    { planIds: pairs.map(([planId]) => planId), keys: pairs.map(([, key]) => key) },
  );
  await db.PlanFigure.bulkCreate(
    work.flatMap(({ plan, keys }) =>
      from.chosen.flatMap((entry, position) =>
        keys.has(entry.figureId)
          ? [{ ...entry, planId: plan.id, position: placeIn(plan, entry.figureId, position) }]
          : [],
      ),
    ),
  );
  // Weeks after the level's last are kept, though nobody sees them while the level is shorter.
  const rows = new Map((await db.Plan.findAll({ where: { id: planIds } })).map((row) => [row.id, row]));
  const specials = work.map(({ plan, keys }) => {
    const hidden = (rows.get(plan.id)?.special ?? []).filter(
      (entry) => !plan.special.some(({ week }) => week === entry.week),
    );
    return [...withTaken(from, plan, keys).special, ...hidden];
  });
  await rowsOf(
    db,
    `update plans set special = next.special, version = plans.version + 1, changed_by = $by, updated_at = now()
     from unnest($planIds::uuid[], $specials::jsonb[]) as next (id, special) where plans.id = next.id
     returning plans.id`,
    { planIds, specials: specials.map((special) => JSON.stringify(special)), by: currentUser()?.id ?? null },
  );
  const agreed = work.flatMap(({ plan, keys }) => agreedAfter(from, plan, keys));
  await rowsOf(
    db,
    `update plans set agreed = next.agreed from unnest($planIds::uuid[], $agreed::jsonb[]) as next (id, agreed)
     where plans.id = next.id returning plans.id`,
    {
      planIds: agreed.map(({ planId }) => planId),
      agreed: agreed.map((one) => JSON.stringify(one.agreed)),
    },
  );
}

/** Where an entry stands in a plan: where it stood, or after the others, in the order in which they come. */
const placeIn = ({ chosen }: Plan, figureId: string, position: number): number => {
  const at = chosen.findIndex((entry) => entry.figureId === figureId);
  return at >= 0 ? at : chosen.length + position;
};
