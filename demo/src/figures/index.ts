import type { Program } from "./draft.ts";
import { HUSTLE } from "./hustle/index.ts";
import { SHAG } from "./shag/index.ts";
import { WALTZ } from "./waltz/index.ts";

export type { FigureDraft, Program } from "./draft.ts";
export { HUSTLE, SHAG, WALTZ };
export const PROGRAMS: readonly Program[] = [HUSTLE, WALTZ, SHAG];
