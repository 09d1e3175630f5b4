import { countCall } from "../figure/index.ts";
import type { Figure, Lookup, Use } from "../notation/index.ts";
import { TICKS_PER_BEAT } from "../time/index.ts";
import { inWords } from "../words/index.ts";
import { SLOW_SHARE } from "./ladder.ts";

/** A figure that a class was taught. */
export interface WalkFigure {
  readonly id: string;
  readonly name: string;
  /** `null` where it has no steps. */
  readonly steps: Figure | null;
  readonly slips: readonly string[];
}

/** One figure of a walk-through: called once slowly and once at speed. */
export interface WalkLine {
  readonly figureId: string;
  readonly name: string;
  /** What is said while it is danced; empty without steps. */
  readonly counts: string;
  /** What it is made of, as a sentence; empty where it is made of nothing. */
  readonly madeOf: string;
  /** Beats a minute, slowly and at speed; `null` where the level has no tempo. */
  readonly tempi: readonly [slow: number, fast: number] | null;
  readonly watch: readonly string[];
}

/**
 * Slips as sentences, one after the other, whether or not each was written with its stop.
 * @example
 * watchInWords(["Looking down", "Rushing the 4."]) // "Looking down. Rushing the 4."
 */
export const watchInWords = (slips: readonly string[]): string =>
  slips.map((slip) => (/[.!?…]$/.test(slip) ? slip : `${slip}.`)).join(" ");

const stretchWords = (from: number, to: number): string =>
  from === to ? `count ${from}` : `counts ${from} to ${to}`;

/** How many beats a stretch takes; `null` where its figure is not there. */
function beatsOfUse({ name, counts, times = 1 }: Use, lookup: Lookup): number | null {
  if (counts) return (counts[1] - counts[0] + 1) * times;
  const whole = lookup(name);
  return whole ? (whole.length / TICKS_PER_BEAT) * times : null;
}

/**
 * What a made figure is made of, as a sentence: which counts are which figure.
 * @param lookup the figures it names, by name
 * @returns an empty text for one that is made of nothing
 * @example
 * madeOfInWords(BASIC, () => null) // ""
 */
export function madeOfInWords({ composition, length }: Figure, lookup: Lookup): string {
  if (!composition) return "";
  const beats = length / TICKS_PER_BEAT;
  const ends = { both: 0, leader: 0, follower: 0 };
  const parts = composition.uses.flatMap((use) => {
    const own = beatsOfUse(use, lookup);
    if (own === null) return [];
    const row = use.role ?? "both";
    const from = Math.max(ends[row], ends.both);
    ends[row] = from + own;
    const isHalf = own * 2 === beats && use.role === undefined;
    const where = isHalf
      ? `the ${from === 0 ? "first" : "second"} half`
      : stretchWords(from + 1, Math.ceil(from + own));
    const which = `${use.name}${use.counts ? ` ${use.counts[0]}–${use.counts[1]}` : ""}${use.otherSide ? " on the other side" : ""}`;
    const who = use.role === undefined ? "" : ` for ${use.role}s`;
    return [`${where}${who} ${where.startsWith("counts") ? "are" : "is"} ${which}`];
  });
  if (parts.length === 0) return "";
  const said = inWords(parts);
  return `${said[0]?.toUpperCase()}${said.slice(1)}.`;
}

/**
 * Everything that a class was taught, to be gone through once more: each figure called once slowly and once at speed, with
 * what to watch for.
 * @param figures in the order of their weeks; one that comes twice is gone through once
 * @param bpm the tempo of the level in beats per minute; `null` where it has none
 * @example
 * walkThrough([{ id: "basic", name: "Basic", steps: BASIC, slips: [] }], () => null, 120)[0]?.tempi // [72, 120]
 */
export function walkThrough(figures: readonly WalkFigure[], lookup: Lookup, bpm: number | null): WalkLine[] {
  const distinct = figures.filter(({ id }, at) => figures.findIndex((one) => one.id === id) === at);
  return distinct.map(({ id, name, steps, slips }) => ({
    figureId: id,
    name,
    counts: steps ? countCall(steps) : "",
    madeOf: steps ? madeOfInWords(steps, lookup) : "",
    tempi: bpm === null || !steps || steps.free ? null : [Math.round(bpm * SLOW_SHARE), bpm],
    watch: slips,
  }));
}
