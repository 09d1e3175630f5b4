import {
  type ChosenFigure,
  contentOfPlan,
  type Plan,
  type PlanContent,
  toLevelPlan,
} from "@map-step/contract";
import type { LevelPlan } from "@map-step/core/plan";
import { Op, type Transaction, type WhereOptions } from "sequelize";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { invalid, notFound } from "../../http/problems.ts";
import { listApproaches } from "../approaches/service.ts";
import { readDance } from "../dances/service.ts";
import { listFigures } from "../figures/service.ts";
import { readLevel } from "../levels/read.ts";
import { heldIn } from "./held.ts";
import type { PlanRow } from "./models.ts";

const placesOf = async (db: Database, planId: string, transaction?: Transaction): Promise<ChosenFigure[]> => {
  const rows = await db.PlanFigure.findAll({
    where: { planId },
    order: ["position"],
    ...(transaction ? { transaction } : {}),
  });
  return rows.map(({ figureId, week, pinned, wish, worth, parts, approachId, extraReturns }) => ({
    figureId,
    week,
    pinned,
    wish,
    worth,
    parts,
    approachId,
    extraReturns,
  }));
};

/** Ids of the figures placed in the plans of all levels before this one. */
async function knownBefore(db: Database, levelId: string, transaction?: Transaction): Promise<string[]> {
  const known = new Set<string>();
  const seen = new Set([levelId]);
  let next = (await readLevel(db, levelId, transaction)).followsId;
  while (next !== null && !seen.has(next)) {
    seen.add(next);
    const level = await readLevel(db, next, transaction);
    for (const { figureId, week } of await placesOf(db, level.planId, transaction))
      if (week !== null) known.add(figureId);
    next = level.followsId;
  }
  return [...known];
}

async function view(db: Database, row: PlanRow | null, transaction?: Transaction): Promise<Plan> {
  if (!row) throw notFound();
  const { id, version, levelId, sectionId, special, muted, away } = row;
  const known = await knownBefore(db, levelId, transaction);
  const chosen = await placesOf(db, id, transaction);
  const taught = sectionId === null ? { held: [], notReached: [] } : await heldIn(db, sectionId, transaction);
  return { id, version, levelId, sectionId, known, chosen, special, muted, away, ...taught };
}

const findPlan = async (
  db: Database,
  where: WhereOptions<PlanRow>,
  transaction?: Transaction,
): Promise<Plan> =>
  view(db, await db.Plan.findOne({ where, ...(transaction ? { transaction } : {}) }), transaction);

export const readPlan = (db: Database, id: string, transaction?: Transaction) =>
  findPlan(db, { id }, transaction);
export const planOfLevel = (db: Database, levelId: string, transaction?: Transaction) =>
  findPlan(db, { levelId, sectionId: null }, transaction);
export const planOfSection = (db: Database, sectionId: string) => findPlan(db, { sectionId });

async function teachersOf(db: Database, sectionId: string): Promise<{ id: string; name: string }[]> {
  const rows = await db.SectionTeacher.findAll({ where: { sectionId }, order: ["createdAt"] });
  const staff = await db.Staff.findAll({ where: { id: rows.map(({ staffId }) => staffId) } });
  return staff.map(({ id, name }) => ({ id, name }));
}

/** A plan as the planner computes with it. */
export async function computablePlan(db: Database, plan: Plan): Promise<LevelPlan> {
  const [level, library, approaches, teachers] = await Promise.all([
    readLevel(db, plan.levelId),
    listFigures(db),
    listApproaches(db),
    plan.sectionId === null ? undefined : teachersOf(db, plan.sectionId),
  ]);
  return toLevelPlan(level, plan, library, {
    dance: await readDance(db, level.danceId),
    approaches,
    teachers,
  });
}

const writePlaces = async (
  db: Database,
  planId: string,
  chosen: readonly ChosenFigure[],
  transaction: Transaction,
): Promise<void> => {
  await db.PlanFigure.destroy({ where: { planId }, transaction });
  await db.PlanFigure.bulkCreate(
    chosen.map((place, position) => ({ ...place, planId, position })),
    { transaction },
  );
};

export async function changePlan(
  db: Database,
  id: string,
  version: number,
  { chosen, special, muted, away }: PlanContent,
): Promise<Plan> {
  return db.sequelize.transaction(async (transaction) => {
    const now = await readPlan(db, id, transaction);
    const kept = { special, muted, away };
    await changeAt(db.Plan, id, version, kept, transaction, () => readPlan(db, id, transaction));
    const level = await readLevel(db, now.levelId, transaction);
    const late = [...special, ...away].find(({ week }) => week > level.weeks);
    if (late) throw invalid([{ path: "special", message: `The level ends after week ${level.weeks}` }]);
    const ids = chosen.map(({ figureId }) => figureId);
    const fitting = await db.Figure.findAll({
      where: { id: ids, danceId: level.danceId, deletedAt: null },
      transaction,
    });
    const fits = new Set(fitting.map((figure) => figure.id));
    chosen.forEach(({ figureId, week }, index) => {
      if (!fits.has(figureId))
        throw invalid([
          { path: `chosen.${index}.figureId`, message: "This dance does not have that figure" },
        ]);
      if (week !== null && week > level.weeks)
        throw invalid([
          { path: `chosen.${index}.week`, message: `The level ends after week ${level.weeks}` },
        ]);
    });
    await writePlaces(db, id, chosen, transaction);
    return readPlan(db, id, transaction);
  });
}

/** A section starts with its own copy of the level's plan. */
export async function copyPlan(
  db: Database,
  levelId: string,
  sectionId: string,
  transaction: Transaction,
): Promise<void> {
  const plan = contentOfPlan(await planOfLevel(db, levelId, transaction));
  const { chosen, ...rest } = plan;
  const copy = await db.Plan.create({ levelId, sectionId, ...rest }, { transaction });
  await writePlaces(db, copy.id, chosen, transaction);
}

/** When a level gets shorter, figures beyond its end wait for a new place, in its plan and its sections'. */
export async function fitPlansToWeeks(
  db: Database,
  levelId: string,
  weeks: number,
  transaction: Transaction,
): Promise<void> {
  const plans = await db.Plan.findAll({ where: { levelId }, transaction });
  for (const plan of plans) {
    const where = { planId: plan.id, week: { [Op.gt]: weeks } };
    const [moved] = await db.PlanFigure.update({ week: null, pinned: false }, { where, transaction });
    const special = plan.special.filter(({ week }) => week <= weeks);
    const away = plan.away.filter(({ week }) => week <= weeks);
    const fewer = special.length < plan.special.length || away.length < plan.away.length;
    if (fewer) await plan.update({ special, away }, { transaction });
    if (moved > 0 || fewer) await plan.increment("version", { transaction });
  }
}
