import { COUPLE_LIMITS } from "@map-step/core/hold";
import { z } from "zod";

const between = (least: number, most: number) =>
  z
    .number("A number, such as 1.2")
    .min(least, `At least ${least}`)
    .max(most, `At most ${most}`)
    .multipleOf(0.01, "To a hundredth, such as 1.25");

/** How far arms reach and how long steps are, in metres and as shares of a usual step; where an older page does not send it, what ships. */
export const coupleLimits = z
  .object({
    reach: z.object({
      close: between(0.4, 3),
      twoHands: between(0.4, 3),
      oneHand: between(0.4, 3),
      beside: between(0.4, 3),
      closeBeside: between(0.4, 3),
      shadow: between(0.4, 3),
    }),
    apart: between(0.1, 0.4),
    shortest: between(0.05, 0.95),
    longest: between(1.05, 4),
    aside: between(0.01, 1),
  })
  .default(COUPLE_LIMITS);
