export { COUPLE_LIMITS, type CoupleLimits, reachOf } from "./limits.ts";
export type { LinearProgram, Solve } from "./program.ts";
export { type Changed, type CoupleVerdict, coupleOf, EASY } from "./verdict.ts";
