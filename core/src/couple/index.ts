export { pathInCouple } from "./floor.ts";
export { COUPLE_LIMITS, type CoupleLimits, reachOf } from "./limits.ts";
export type { LinearProgram, Solve } from "./program.ts";
export { type Changed, type CoupleFault, type CoupleVerdict, coupleOf, EASY } from "./verdict.ts";
export { type CoupleSaid, coupleInWords } from "./words.ts";
