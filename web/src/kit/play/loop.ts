import { type Figure, stepsOf, writtenRoles } from "@map-step/core/notation";
import { type Loop, TICKS_PER_BEAT } from "@map-step/core/time";

/**
 * The stretch that is played from one count to another, both included. A pick-up is danced in the last beat of the
 * time before, so the loop of a whole figure is as long as the figure all the same.
 */
export function loopOf(figure: Figure, first: number, last: number): Loop {
  const onsets = writtenRoles(figure).flatMap((role) => stepsOf(figure, role).map(({ onset }) => onset));
  const pickUp = first === 1 ? Math.min(0, ...onsets) : 0;
  const whole = last === figure.length / TICKS_PER_BEAT;
  return { from: (first - 1) * TICKS_PER_BEAT + pickUp, to: last * TICKS_PER_BEAT + (whole ? pickUp : 0) };
}
