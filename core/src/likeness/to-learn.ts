import { type Figure, type Role, writtenRoles } from "../notation/index.ts";
import { beatsInWords, beatsToTicks, spokenFraction, TICKS_PER_BEAT, ticksToBeats } from "../time/index.ts";
import { type Moment, momentsOf } from "./moment.ts";
import { type KnownFigure, knownStretches, materialOf } from "./new-material.ts";

/**
 * What of a figure is to be learned, layer by layer, by whom it is most for: steps that nothing known holds, known steps
 * on another rhythm, known stretches in another order, and a count that no known figure has.
 */
export interface ToLearn {
  readonly beats: number;
  /** Beats of new steps, and of known ones on a new rhythm. */
  readonly steps: number;
  readonly rhythm: number;
  /** Places at which known stretches follow one another as they do nowhere else. */
  readonly orders: number;
  /** Whether no known figure is so many beats long. */
  readonly count: boolean;
  /**
   * Beats with something to learn for each role: its new steps and rhythms, a beat for each new order, and all of them
   * where the count is what is new.
   */
  readonly byRole: Readonly<Partial<Record<Role, number>>>;
}

/** A row without its times: what is done, in order. */
const timeless = (row: readonly Moment[]): Moment[] =>
  row.map((moment) => ({ ...moment, part: 0, lasts: TICKS_PER_BEAT }));

function ofRole(figure: Figure, role: Role, known: readonly KnownFigure[]) {
  const row = momentsOf(figure, [role]);
  const timed = materialOf(row, knownStretches(row, role, known));
  const bare = materialOf(row, knownStretches(timeless(row), role, known, timeless));
  const { known: stretches } = timed;
  const orders = stretches.filter(({ from }, at) => at > 0 && stretches[at - 1]?.to === from).length;
  const steps = Math.min(bare.newBeats, timed.newBeats);
  return { role, steps, rhythm: timed.newBeats - steps, orders, newBeats: timed.newBeats };
}

/**
 * What somebody has to learn of a figure who dances the known ones.
 * @example
 * toLearn(BASIC, [{ id: "basic", figure: BASIC }]).steps // 0
 */
export function toLearn(figure: Figure, known: readonly KnownFigure[]): ToLearn {
  const beats = ticksToBeats(figure.length);
  const roles = writtenRoles(figure).map((role) => ofRole(figure, role, known));
  const most = (of: (one: (typeof roles)[number]) => number) => Math.max(0, ...roles.map(of));
  const count = !figure.free && !known.some((one) => one.figure.length === figure.length);
  return {
    beats,
    steps: most(({ steps }) => steps),
    rhythm: most(({ rhythm }) => rhythm),
    orders: most(({ orders }) => orders),
    count,
    byRole: Object.fromEntries(
      roles.map(({ role, newBeats: own, orders }) => [role, count ? beats : Math.min(beats, own + orders)]),
    ),
  };
}

const said = (beats: number): string => spokenFraction(beatsToTicks(beats), TICKS_PER_BEAT);

/**
 * What is to be learned, in words, the most first.
 * @example
 * toLearnInWords(toLearn(BASIC, [])) // "all 8 beats are new steps"
 */
export function toLearnInWords({ beats, steps, rhythm, orders, count }: ToLearn): string {
  if (steps === beats) return `all ${beatsInWords(beats)} are new steps`;
  const parts = [
    ...(steps > 0 ? [`new steps on ${said(steps)} of ${beatsInWords(beats)}`] : []),
    ...(rhythm > 0 ? [`known steps on a new rhythm, ${beatsInWords(rhythm)}`] : []),
    ...(orders > 0 ? [steps + rhythm > 0 ? "a new order" : "known steps in a new order"] : []),
    ...(count ? [`a new count: ${beatsInWords(beats)}`] : []),
  ];
  if (parts.length === 0) return "nothing, all of it is danced elsewhere in this order";
  return parts.length === 1 ? parts.join() : `${parts.slice(0, -1).join(", ")}, and ${parts.at(-1)}`;
}

/**
 * The same in a word or two, for a list.
 * @example
 * toLearnShort(toLearn(BASIC, [{ id: "basic", figure: BASIC }])) // "nothing new"
 */
export function toLearnShort({ beats, steps, rhythm, orders, count }: ToLearn): string {
  if (steps > 0) return `${said(steps)} of ${beatsInWords(beats)} new`;
  const layers = [rhythm > 0 ? "new rhythm" : "", orders > 0 ? "new order" : "", count ? "new count" : ""];
  return layers.filter(Boolean).join(", ") || "nothing new";
}
