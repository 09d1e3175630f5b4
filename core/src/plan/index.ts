export * from "./approach.ts";
export { checkPlan, type Finding, type FindingCode, findingKey } from "./check.ts";
export { type Draft, draftPlan, type LeftOut } from "./draft.ts";
export * from "./history.ts";
export * from "./level.ts";
export * from "./loads.ts";
export { type Remedy, remedyFor } from "./remedy.ts";
export * from "./strand.ts";
export { whyHere } from "./why.ts";
