export { anneal } from "./anneal.ts";
export * from "./approach.ts";
export { type Carried, carriedOver } from "./carried.ts";
export { type Cause, causesOf } from "./cause.ts";
export { type Change, withChange } from "./change.ts";
export { checkPlan, mutedIn } from "./check.ts";
export { newCountsIn, newMinutesByRole } from "./check-week.ts";
export { type Conflict, conflictOf } from "./conflict.ts";
export { construct, type Draft, draftOf, draftPlan, type Scored, scored, teachableOrder } from "./draft.ts";
export { exactModel } from "./exact.ts";
export * from "./facts.ts";
export * from "./fading.ts";
export * from "./finding.ts";
export * from "./forecast.ts";
export { improve } from "./improve.ts";
export { insertBest } from "./insert.ts";
export * from "./layout.ts";
export { type LeftOut, limitInWords, type WayIn } from "./left-out.ts";
export * from "./level.ts";
export * from "./loads.ts";
export { columnsFrom, type ExactModel, placesFrom } from "./model.ts";
export { overviewOf, type PlanOverview } from "./overview.ts";
export * from "./problem.ts";
export { movesIn, nearby, type Repair, reflow, repairFrom, repairPlaces } from "./reflow.ts";
export * from "./remedy.ts";
export { modelOfRepair, type RepairTask, repairModel, repairTask, repairValue } from "./repair-task.ts";
export type { Move } from "./repair-why.ts";
export * from "./strand.ts";
export {
  changesBetween,
  isOfNoDate,
  lastHeld,
  type PlanChange,
  type PlanParts,
  withTaken,
} from "./take-over.ts";
export { barredBy, type DraftOptions, LIMITS, type Limit, VALUE } from "./terms.ts";
export * from "./why.ts";
export { whyNot } from "./why-not.ts";
