export * from "./agreement.ts";
export * from "./at-least.ts";
export * from "./cell.ts";
export * from "./check-rule.ts";
export * from "./design.ts";
export * from "./evidence.ts";
export * from "./fit.ts";
export * from "./groups.ts";
export * from "./mark.ts";
export {
  EVIDENCE_HALF_LIFE,
  marksAhead,
  type Readiness,
  readiness,
  type Verdict,
  verdictOf,
} from "./readiness.ts";
export { type Had, readyIfHad } from "./ready-if-had.ts";
export * from "./rule.ts";
export * from "./shows.ts";
export * from "./teach-again.ts";
export { mostTelling, type Telling } from "./telling.ts";
