import {
  type Action,
  type Direction,
  type Element,
  type ElementStep,
  type Figure,
  type Role,
  type SaidElement,
  type Step,
  stepsOf,
  type Turn,
  writtenRoles,
} from "../notation/index.ts";
import type { Ticks } from "../time/index.ts";

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
}

/** What each role of a figure is called, in order. */
export type Call = Readonly<Partial<Record<Role, readonly CallPiece[]>>>;

/** Where a step that goes where it is said may go. */
const WAYS: ReadonlySet<string> = new Set([
  "forward",
  "back",
  "side",
  "place",
  "diagonal-forward",
  "diagonal-back",
]);

/** One way of one element, laid out to be compared. */
interface Pattern {
  readonly name: string;
  readonly steps: readonly ElementStep[];
  readonly length: Ticks;
  /** The action of its steps that go where it is said. */
  readonly goes: Action | null;
  /** How far down the list of ways it stands. */
  readonly way: number;
}

type Patterns = ReadonlyMap<Action, readonly Pattern[]>;

/** Costs of a cover: as few pieces as can be, and among those the plainest to say. */
const COST = { element: 100, step: 140, direction: 4, turn: 6, length: 8, way: 1 } as const;

/** One plain step is said by what it is: `side`, not `side step`. */
const isBareAction = ([first, ...more]: readonly ElementStep[]): boolean =>
  more.length === 0 && !first?.goes && first?.turn === undefined;

const laidOut = new WeakMap<readonly Element[], Patterns>();

function patternsOf(elements: readonly Element[]): Patterns {
  const known = laidOut.get(elements);
  if (known) return known;
  const byFirst = new Map<Action, Pattern[]>();
  for (const { name, ways } of elements)
    ways.forEach(({ steps, length }, way) => {
      const [first] = steps;
      if (!first || isBareAction(steps)) return;
      const pattern = { name, steps, length, goes: steps.find((step) => step.goes)?.action ?? null, way };
      const actions = first.goes ? [...WAYS].map((word) => word as Action) : [first.action];
      for (const action of actions) byFirst.set(action, [...(byFirst.get(action) ?? []), pattern]);
    });
  laidOut.set(elements, byFirst);
  return byFirst;
}

const sameTurn = (one: Turn | undefined, other: Turn | undefined, turnsOver: boolean): boolean =>
  one === undefined || other === undefined
    ? one === other
    : one.degrees === other.degrees && (one.sense === other.sense) !== turnsOver;

interface Match {
  readonly direction: Direction | undefined;
  readonly turn: Turn | undefined;
}

/** Whether an element is danced from a step on, and with what said to it. */
function matchAt(steps: readonly Step[], from: number, { name, steps: wanted, goes }: Pattern): Match | null {
  const start = steps[from] as Step;
  const begins = (wanted[0] as ElementStep).onset;
  // Most elements do not even last so long, which is told without looking at each step.
  const last = wanted.length - 1;
  const spans = (wanted[last] as ElementStep).onset - begins;
  if ((steps[from + last]?.onset ?? Number.NaN) - start.onset !== spans) return null;
  let turnsOver: boolean | null = null;
  let way: Action | null = null;
  let turn: Turn | undefined;
  for (let index = 0; index < wanted.length; index++) {
    const step = steps[from + index];
    const want = wanted[index] as ElementStep;
    // What an element does small is no longer it where it is done plainly.
    if (want.size !== undefined && step?.size !== want.size) return null;
    if (!step || step.onset - start.onset !== want.onset - begins || step.direction !== want.direction)
      return null;
    if (want.goes) {
      if (!WAYS.has(step.action) || (way !== null && way !== step.action)) return null;
      way = step.action;
    } else if (step.action !== want.action) return null;
    if ((step.foot === "L" || step.foot === "R") !== (want.foot === "L" || want.foot === "R")) return null;
    if (step.foot === null || step.foot === "both") {
      if (step.foot !== want.foot) return null;
    } else {
      const over = step.foot !== want.foot;
      if (turnsOver !== null && turnsOver !== over) return null;
      turnsOver = over;
    }
    const isLast = index === last;
    if (want.turn === undefined && step.turn !== undefined && isLast) turn = step.turn;
    else if (!sameTurn(step.turn, want.turn, turnsOver === true)) return null;
  }
  // Only what goes with most of its steps is done in place: a triple step, and no walk, rock or break.
  if (way === "place" && wanted.filter((step) => step.goes).length < 2) return null;
  // Nobody walks to the side, and one step there is no more than that.
  if ((name === "walk" || name === "quick") && way === "side") return null;
  return { direction: way !== null && way !== goes ? (way as Direction) : undefined, turn };
}

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
): CallPiece[] {
  const saidAt = new Map(said.map((one) => [steps.findIndex(({ onset }) => onset === one.from), one]));
  const best: Best[] = new Array(steps.length + 1);
  best[steps.length] = { cost: 0, steps: 0, as: null };
  for (let at = steps.length - 1; at >= 0; at--) {
    const one = saidAt.get(at);
    if (one) {
      const { name, direction, turn } = one;
      const cost = (best[at + one.steps] as Best).cost + COST.element;
      best[at] = { cost, steps: one.steps, as: { name, direction, turn } };
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
      const match = matchAt(steps, at, pattern);
      if (!match) continue;
      const lasts = endOf(steps, at + count, length) - step.onset;
      // What comes before it would be over is not danced whole; what comes later is waited for.
      if (lasts < pattern.length) continue;
      const cost =
        rest.cost +
        COST.element +
        (match.direction ? COST.direction : 0) +
        (match.turn ? COST.turn : 0) +
        (lasts === pattern.length ? 0 : COST.length) +
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
    pieces.push({
      element: as?.name ?? null,
      first: at,
      steps: count,
      from: step.onset,
      to: endOf(steps, at + count, length),
      foot: footOf(steps.slice(at, at + count)),
      ...(as?.direction ? { direction: as.direction } : {}),
      ...(as?.turn ? { turn: as.turn } : {}),
      ...(as ? {} : { step }),
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
      cover(stepsOf(figure, role), figure.length, patterns, saidTo(figure, role)),
    ]),
  );
  const bySet = calls.get(figure) ?? new WeakMap<readonly Element[], Call>();
  calls.set(figure, bySet.set(elements, call));
  return call;
}
