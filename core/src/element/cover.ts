import {
  type Direction,
  type Element,
  type Figure,
  type Role,
  type SaidElement,
  type Step,
  stepsOf,
  type Turn,
  writtenRoles,
} from "../notation/index.ts";
import type { Ticks } from "../time/index.ts";
import { type Match, matchAt, type Patterns, patternsOf } from "./match.ts";

/** A piece of a figure's call: an element, or one step that belongs to none. */
export interface CallPiece {
  /** The element's name; `null` for a step by itself. */
  readonly element: string | null;
  /** Which of the role's steps: the first, and how many. */
  readonly first: number;
  readonly steps: number;
  /** From its first step to the beginning of the next piece, in ticks. */
  readonly from: Ticks;
  readonly to: Ticks;
  readonly foot: Step["foot"];
  /** Where it goes, when that is not where the element goes by itself. */
  readonly direction?: Direction;
  /** A turn that comes to it. */
  readonly turn?: Turn;
  /** For a step by itself: what it is. */
  readonly step?: Step;
  /** When its steps are danced, where that is not as the element is danced by itself. */
  readonly onsets?: readonly Ticks[];
}

/** What each role of a figure is called, in order. */
export type Call = Readonly<Partial<Record<Role, readonly CallPiece[]>>>;

/** Costs of a cover: as few pieces as can be, and among those the plainest to say. */
const COST = {
  element: 100,
  step: 140,
  direction: 4,
  turn: 6,
  length: 8,
  way: 1,
  onsets: 8,
  rare: 5,
} as const;

/** When a run of steps ends: as the next step begins, or the first as the figure comes round again. */
const endOf = (steps: readonly Step[], next: number, length: Ticks): Ticks =>
  steps[next]?.onset ?? length + (steps[0]?.onset ?? 0);

/** How the steps from one on are covered best: what it costs, and with which first piece. */
interface Best {
  readonly cost: number;
  readonly steps: number;
  /** Nothing for a step by itself. */
  readonly as: (Match & { readonly name: string }) | null;
}

const footOf = (steps: readonly Step[]): Step["foot"] =>
  steps.find(({ foot }) => foot === "L" || foot === "R")?.foot ?? steps[0]?.foot ?? null;

/** The best cover of a role's steps from each of them on, by dynamic programming from the last back. */
function cover(
  steps: readonly Step[],
  length: Ticks,
  patterns: Patterns,
  said: readonly SaidElement[],
  freely: boolean,
): CallPiece[] {
  const saidAt = new Map(said.map((one) => [steps.findIndex(({ onset }) => onset === one.from), one]));
  const best: Best[] = new Array(steps.length + 1);
  best[steps.length] = { cost: 0, steps: 0, as: null };
  for (let at = steps.length - 1; at >= 0; at--) {
    const one = saidAt.get(at);
    if (one) {
      const { name, direction, turn } = one;
      const cost = (best[at + one.steps] as Best).cost + COST.element;
      best[at] = { cost, steps: one.steps, as: { name, direction, turn, isRetimed: false } };
      continue;
    }
    const step = steps[at] as Step;
    let found: Best = { cost: (best[at + 1] as Best).cost + COST.step, steps: 1, as: null };
    let longest = 1;
    while (at + longest < steps.length && !saidAt.has(at + longest)) longest += 1;
    for (const pattern of patterns.get(step.action) ?? []) {
      const count = pattern.steps.length;
      const rest = count <= longest ? best[at + count] : undefined;
      if (!rest || rest.cost + COST.element > found.cost) continue;
      const match = matchAt(steps, at, pattern, freely);
      if (!match) continue;
      const lasts = endOf(steps, at + count, length) - step.onset;
      // What comes before it would be over is not danced whole; what comes later is waited for.
      if (lasts < pattern.length && !freely) continue;
      const cost =
        rest.cost +
        COST.element +
        (match.direction ? COST.direction : 0) +
        (match.turn ? COST.turn : 0) +
        (match.isRetimed ? COST.onsets : 0) +
        (pattern.isRare ? COST.rare : 0) +
        (lasts === pattern.length || freely ? 0 : COST.length) +
        pattern.way * COST.way;
      if (cost > found.cost || (cost === found.cost && count <= found.steps)) continue;
      found = { cost, steps: count, as: { name: pattern.name, ...match } };
    }
    best[at] = found;
  }
  const pieces: CallPiece[] = [];
  for (let at = 0; at < steps.length; ) {
    const { steps: count, as } = best[at] as Best;
    const step = steps[at] as Step;
    const own = steps.slice(at, at + count);
    pieces.push({
      element: as?.name ?? null,
      first: at,
      steps: count,
      from: step.onset,
      to: endOf(steps, at + count, length),
      foot: footOf(own),
      ...(as?.direction ? { direction: as.direction } : {}),
      ...(as?.turn ? { turn: as.turn } : {}),
      ...(as ? {} : { step }),
      ...(as?.isRetimed ? { onsets: own.map(({ onset }) => onset) } : {}),
    });
    at += count;
  }
  return pieces;
}

/** What a role was said as: what is written, or for an image of the leader what was said to the leader. */
function saidTo({ said, composition, followerBy, steps }: Figure, role: Role): readonly SaidElement[] {
  if (composition) return [];
  if (role === "follower" && !steps.follower)
    return followerBy === "image" ? (said?.leader ?? []).map(({ turn: _turn, ...one }) => one) : [];
  return said?.[role] ?? [];
}

const calls = new WeakMap<Figure, WeakMap<readonly Element[], Call>>();

/**
 * One role of a figure in elements wherever its steps come in their order, at whatever times: what is said together with
 * its counts.
 */
export const callFreely = (figure: Figure, role: Role, elements: readonly Element[]): readonly CallPiece[] =>
  cover(stepsOf(figure, role), figure.length, patternsOf(elements), [], true);

/**
 * A figure in elements, role by role: what was said as an element stays one, everything else is covered with as few
 * elements as can be, the longest first, and a step that belongs to none stands by itself. Every step is in exactly one
 * piece.
 * @example
 * callOf(BASIC, elementSet(DANCE)).leader.map(({ element }) => element) // ["side basic", "side basic"]
 */
export function callOf(figure: Figure, elements: readonly Element[]): Call {
  const known = calls.get(figure)?.get(elements);
  if (known) return known;
  const patterns = patternsOf(elements);
  const call: Call = Object.fromEntries(
    writtenRoles(figure).map((role) => [
      role,
      cover(stepsOf(figure, role), figure.length, patterns, saidTo(figure, role), false),
    ]),
  );
  const bySet = calls.get(figure) ?? new WeakMap<readonly Element[], Call>();
  calls.set(figure, bySet.set(elements, call));
  return call;
}
