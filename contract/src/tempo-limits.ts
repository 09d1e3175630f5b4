import { TEMPO_LIMITS } from "@map-step/core/time";
import { z } from "zod";
import { wholeNumber } from "./common.ts";

const limits = z.object({
  changes: z
    .number("A number, such as 3.6")
    .min(1, "At least 1")
    .max(15, "At most 15")
    .multipleOf(0.1, "To a tenth, such as 3.6"),
  onBeat: wholeNumber(60, 1500),
  within: wholeNumber(30, 1000),
});

/** What dancers of each tier manage at a tempo; where an older page does not send it, what ships. */
export const tempoLimits = z
  .object({ 1: limits, 2: limits, 3: limits, 4: limits })
  .default(TEMPO_LIMITS as { [K in keyof typeof TEMPO_LIMITS]: (typeof TEMPO_LIMITS)[K] });
