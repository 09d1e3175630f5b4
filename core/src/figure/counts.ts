import { type Figure, stepsOf, writtenRoles } from "../notation/index.ts";
import { spokenCount, TICKS_PER_BEAT } from "../time/index.ts";
import { counted } from "../words/index.ts";

/**
 * How a figure is counted: its length and every moment at which somebody moves, such as `3 beats: & 1 2 3`. Two
 * figures with the same count structure need no new counting, whatever the feet do.
 * @example
 * countStructure(BASIC) // "8 beats: 1 2 3 4 5 6 7 8"
 */
export function countStructure(figure: Figure): string {
  const onsets = writtenRoles(figure).flatMap((role) => stepsOf(figure, role).map(({ onset }) => onset));
  const spoken = [...new Set(onsets)].sort((a, b) => a - b).map(spokenCount);
  const beats = figure.length / TICKS_PER_BEAT;
  const timed = figure.free ? "own time" : counted(beats, "beat");
  return `${timed}: ${spoken.join(" ")}`;
}
