import type { Action, Direction, Element, ElementStep, Step, Turn } from "../notation/index.ts";
import { TICKS_PER_BEAT, type Ticks } from "../time/index.ts";

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
export interface Pattern {
  readonly name: string;
  readonly steps: readonly ElementStep[];
  readonly length: Ticks;
  /** The action of its steps that go where it is said. */
  readonly goes: Action | null;
  /** How far down the list of ways it stands. */
  readonly way: number;
  readonly isRare: boolean;
}

/** Them all, by the action of the first step. */
export type Patterns = ReadonlyMap<Action, readonly Pattern[]>;

/** One plain step is said by what it is: `side`, not `side step`. */
const isBareAction = ([first, ...more]: readonly ElementStep[]): boolean =>
  more.length === 0 && !first?.goes && first?.turn === undefined;

const laidOut = new WeakMap<readonly Element[], Patterns>();

/** Elements laid out by the action that each begins with. */
export function patternsOf(elements: readonly Element[]): Patterns {
  const known = laidOut.get(elements);
  if (known) return known;
  const byFirst = new Map<Action, Pattern[]>();
  for (const { name, ways, said } of elements)
    ways.forEach(({ steps, length }, way) => {
      const [first] = steps;
      if (!first || isBareAction(steps) || said === "never") return;
      const pattern = {
        name,
        steps,
        length,
        goes: steps.find((step) => step.goes)?.action ?? null,
        way,
        isRare: said === "rarely",
      };
      const actions = first.goes ? [...WAYS].map((word) => word as Action) : [first.action];
      for (const action of actions) byFirst.set(action, [...(byFirst.get(action) ?? []), pattern]);
    });
  laidOut.set(elements, byFirst);
  return byFirst;
}

const sameTurn = (one: Turn | undefined, other: Turn | undefined, turnsOver: boolean): boolean =>
  one === undefined || other === undefined
    ? one === other
    : one.degrees === other.degrees && one.first === other.first && (one.sense === other.sense) !== turnsOver;

/** What is said with an element, so that it is what is danced. */
export interface Match {
  readonly direction: Direction | undefined;
  readonly turn: Turn | undefined;
  /** Its steps come at other times than the element has. */
  readonly isRetimed: boolean;
}

/** Whose free foot is set beside the other one, whether that is said or not. */
const BESIDE: ReadonlySet<Action> = new Set<Action>(["touch", "tap"]);

/** Where a step goes as far as it makes a difference: a touch beside is a touch. */
export const saidDirection = ({
  action,
  direction,
}: Pick<Step, "action" | "direction">): Direction | undefined =>
  direction === "close" && BESIDE.has(action) ? undefined : direction;

/** Back onto a foot is a step in place; where the rest is done in place, so is what closes. */
const isAlike = (action: Action, wanted: Action, way: Action | null): boolean =>
  action === wanted ||
  (action === "place" && (wanted === "replace" || (wanted === "close" && way === "place"))) ||
  (action === "replace" && wanted === "place");

const WALKED: ReadonlySet<string> = new Set(["walk", "quick", "run"]);

/** Whether what spans so many ticks may be danced over so many: in half its time, or in twice that where it is slow. */
const isInTime = (spans: Ticks, spanned: Ticks): boolean =>
  spanned * 2 === spans || (spanned === spans * 2 && spans >= TICKS_PER_BEAT);

/** Whether an element is danced from a step on, and with what said to it; `freely` at whatever times. */
export function matchAt(
  steps: readonly Step[],
  from: number,
  { name, steps: wanted, goes }: Pattern,
  freely: boolean,
): Match | null {
  const start = steps[from] as Step;
  const begins = (wanted[0] as ElementStep).onset;
  // Most elements do not even last so long, which is told without looking at each step.
  const last = wanted.length - 1;
  const spans = (wanted[last] as ElementStep).onset - begins;
  const spanned = (steps[from + last]?.onset ?? Number.NaN) - start.onset;
  const isRetimed = spanned !== spans;
  if (isRetimed && !(freely && isInTime(spans, spanned))) return null;
  let turnsOver: boolean | null = null;
  let way: Action | null = null;
  let turn: Turn | undefined;
  for (let index = 0; index < wanted.length; index++) {
    const step = steps[from + index];
    const want = wanted[index] as ElementStep;
    // What an element does small is no longer it where it is done plainly.
    if (want.size !== undefined && step?.size !== want.size) return null;
    if (!step || saidDirection(step) !== saidDirection(want)) return null;
    if ((step.onset - start.onset) * (spans || 1) !== (want.onset - begins) * (spanned || 1)) return null;
    if (want.goes) {
      if (step.action !== want.action && !WAYS.has(step.action)) return null;
      if (way !== null && way !== step.action) return null;
      way = step.action;
    } else if (!isAlike(step.action, want.action, way)) return null;
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
  if (way === "place" && goes !== way && goes !== "close" && wanted.filter((step) => step.goes).length < 2)
    return null;
  // What is set down again is set down in place or beside.
  if ((goes === "place" || goes === "close") && way !== goes && way !== "place") return null;
  // Slow and quick say when, and so do counts.
  if (freely && (name === "slow" || name === "quick")) return null;
  // Nobody walks or runs to the side or in place, and one step there is no more than that.
  if (WALKED.has(name) && (way === "side" || way === "place")) return null;
  return { direction: way !== null && way !== goes ? (way as Direction) : undefined, turn, isRetimed };
}
