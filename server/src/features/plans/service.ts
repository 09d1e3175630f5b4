import { randomUUID } from "node:crypto";
import { type ChosenFigure, contentOfPlan, type FieldError, type PlanContent } from "@map-step/contract";
import { isOfNoDate } from "@map-step/core/plan";
import { inTransaction } from "../../db/ambient.ts";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { invalid, notFound } from "../../http/problems.ts";
import { missingApproaches } from "../approaches/service.ts";
import { readLevel } from "../levels/read.ts";
import type { PlanFigureRow } from "./models.ts";
import { readPlan, readPlans, type TaughtPlan } from "./read.ts";

/** What keeps a plan from being as somebody would have it. */
export async function planFaults(db: Database, id: string, content: PlanContent): Promise<FieldError[]> {
  const { levelId } = await readPlan(db, id);
  return faultsOf(db, content, await readLevel(db, levelId));
}

/** What a row of a plan says, to tell whether it says something else. */
const saidOf = (row: ChosenFigure & { readonly position: number }): string =>
  JSON.stringify([
    ...[row.figureId, row.position, row.week, row.pinned, row.wish, row.worth, row.pieces],
    ...[row.approachId, row.extraReturns],
  ]);

/** Brings the rows of a plan up to date; only those that differ are written. */
async function writePlaces(
  db: Database,
  planId: string,
  chosen: readonly ChosenFigure[],
  there: readonly PlanFigureRow[],
): Promise<void> {
  const before = new Set(there.map(saidOf));
  const next = chosen.map((place, position) => ({ ...place, planId, position }));
  const staying = new Set(next.map(({ figureId }) => figureId));
  const gone = there.flatMap(({ figureId }) => (staying.has(figureId) ? [] : [figureId]));
  if (gone.length > 0) await db.PlanFigure.destroy({ where: { planId, figureId: gone } });
  const changed = next.filter((row) => !before.has(saidOf(row)));
  if (changed.length > 0)
    await db.PlanFigure.bulkCreate(changed, {
      updateOnDuplicate: [
        ...(["week", "position", "pinned", "wish", "worth"] as const),
        ...(["pieces", "approachId", "extraReturns"] as const),
      ],
    });
}

/** What keeps a plan from being kept: figures of another dance, weeks after the last, approaches that are not there. */
async function faultsOf(
  db: Database,
  { chosen, special, away }: PlanContent,
  { danceId, weeks }: { readonly danceId: string; readonly weeks: number },
): Promise<FieldError[]> {
  const tooLate = (path: string) => ({ path, message: `The level ends after week ${weeks}` });
  const ids = chosen.map(({ figureId }) => figureId);
  const fitting = await db.Figure.findAll({
    where: { id: ids, danceId, deletedAt: null },
    attributes: ["id"],
  });
  const fits = new Set(fitting.map((figure) => figure.id));
  const strange = await missingApproaches(
    db,
    chosen.flatMap(({ approachId }) => approachId ?? []),
  );
  const wanted = special.flatMap(({ sequenceId }) => sequenceId ?? []);
  const there = await db.Sequence.findAll({
    where: { id: wanted, danceId, deletedAt: null },
    attributes: ["id"],
  });
  const sequences = new Set(there.map(({ id }) => id));
  return [
    ...special.flatMap(({ sequenceId }, index) =>
      !sequenceId || sequences.has(sequenceId)
        ? []
        : [{ path: `special.${index}.sequenceId`, message: "This dance does not have that sequence" }],
    ),
    ...[...special, ...away].flatMap(({ week }) => (week > weeks ? [tooLate("special")] : [])),
    ...chosen.flatMap(({ figureId, week, approachId }, index) => [
      ...(approachId !== null && strange.has(approachId)
        ? [{ path: `chosen.${index}.approachId`, message: "This approach is not there any more" }]
        : []),
      ...(fits.has(figureId)
        ? []
        : [{ path: `chosen.${index}.figureId`, message: "This dance does not have that figure" }]),
      ...(week !== null && week > weeks ? [tooLate(`chosen.${index}.week`)] : []),
    ]),
  ];
}

type Place = Pick<ChosenFigure, "week" | "pinned">;

/** What a plan holds beyond the level's last week, where nobody sees it while the level is shorter. */
async function beyond(
  db: Database,
  planId: string,
  weeks: number,
): Promise<
  {
    readonly there: readonly PlanFigureRow[];
    readonly places: ReadonlyMap<string, Place>;
  } & Pick<PlanContent, "special" | "away">
> {
  const [places, row] = [
    await db.PlanFigure.findAll({ where: { planId } }),
    await db.Plan.findByPk(planId, { rejectOnEmpty: true }),
  ];
  const late = <T extends { readonly week: number }>(entries: readonly T[]) =>
    entries.filter(({ week }) => week > weeks);
  return {
    there: places,
    places: new Map(
      places.flatMap(({ figureId, week, pinned }) =>
        week !== null && week > weeks ? [[figureId, { week, pinned }]] : [],
      ),
    ),
    special: late(row.special),
    away: late(row.away),
  };
}

export const changePlan = (
  db: Database,
  id: string,
  version: number,
  content: PlanContent,
): Promise<TaughtPlan> =>
  inTransaction(db, async () => {
    const { levelId } = await readPlan(db, id);
    const level = await readLevel(db, levelId);
    const hidden = await beyond(db, id, level.weeks);
    const kept = {
      special: [...content.special, ...hidden.special],
      muted: content.muted,
      away: [...content.away, ...hidden.away],
    };
    await changeAt(db, db.Plan, id, version, kept, () => readPlan(db, id));
    const faults = await faultsOf(db, content, level);
    if (faults.length > 0) throw invalid(faults);
    const places = content.chosen.map((entry) => ({
      ...entry,
      ...(entry.week === null ? hidden.places.get(entry.figureId) : {}),
    }));
    await writePlaces(db, id, places, hidden.there);
    return readPlan(db, id);
  });

/** The plan that a new section starts with: its level's, or what another section of the level was to dance. */
export interface CopiedPlan {
  readonly sectionId: string;
  readonly levelId: string;
  readonly planOf: string | null;
}

/** Sections start with their own copy of a plan. Must run inside `inTransaction`. */
export async function copyPlans(db: Database, copies: readonly CopiedPlan[]): Promise<void> {
  const ofSections = copies.flatMap(({ planOf }) => (planOf === null ? [] : [planOf]));
  const sources = [
    ...(await readPlans(db, { ofLevels: copies.map(({ levelId }) => levelId) })),
    ...(ofSections.length > 0 ? await readPlans(db, { sectionIds: ofSections }) : []),
  ];
  const written = copies.map(({ sectionId, levelId, planOf }) => {
    const source = sources.find((one) =>
      planOf === null ? one.levelId === levelId && one.sectionId === null : one.sectionId === planOf,
    );
    if (!source) throw notFound();
    const { chosen, special, muted, away } = contentOfPlan(source);
    // What was cancelled then, and who was away, says nothing of other dates.
    const anew = planOf === null ? { special, away } : { special: special.filter(isOfNoDate), away: [] };
    const levels = sources.find((one) => one.levelId === levelId && one.sectionId === null);
    const agreed = levels ? { chosen: levels.chosen, special: levels.special } : null;
    return { chosen, row: { id: randomUUID(), levelId, sectionId, muted, agreed, ...anew } };
  });
  await db.Plan.bulkCreate(written.map(({ row }) => row));
  await db.PlanFigure.bulkCreate(
    written.flatMap(({ row, chosen }) =>
      chosen.map((place, position) => ({ ...place, planId: row.id, position })),
    ),
  );
}
