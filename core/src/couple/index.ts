export { type DancedCouple, pathInCouple } from "./floor.ts";
export type { Solve } from "./program.ts";
export { type CoupleInRow, coupleInRow, type FigureInRow } from "./row.ts";
export {
  type Changed,
  type CoupleDance,
  type CoupleFault,
  type CoupleVerdict,
  coupleOf,
  EASY,
} from "./verdict.ts";
export { type CoupleSaid, coupleInWords } from "./words.ts";
