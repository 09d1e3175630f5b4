import type { Board } from "./board.ts";
import type { Problem } from "./problem.ts";

/** Random changes of a placement, and the way back from the last one. */
export interface Shaking {
  /** The figures that may move, as indexes. */
  readonly free: readonly number[];
  /** Moves, exchanges, lets in or lets wait one figure at random, and what hangs on it; false where nothing moved. */
  readonly change: () => boolean;
  /** Puts back what the last change moved. */
  readonly takeBack: () => void;
}

/** How often two figures change places, and how often one that is placed has to wait. */
const EXCHANGE = 0.3;
const LET_WAIT = 0.42;
/** How often room is made in a week that became too full, and how often the figure that gives way has to wait. */
const MAKE_ROOM = 0.6;
const GIVE_WAY_WAITING = 0.5;

/**
 * Shakes a placement on a board: a figure goes in with what it needs, and out with what builds on it.
 * @param random numbers from 0 up to 1; the same ones give the same changes
 */
export function shake(problem: Problem, board: Board, random: () => number): Shaking {
  const { fixed, allowed, needs } = problem;
  const { places } = board;
  const all = Array.from(places, (_, f) => f);
  const isFree = all.map((f) => (fixed[f] ?? -1) < 0 && allowed[f]?.includes(true) === true);
  const free = all.filter((f) => isFree[f]);
  const weeksOf = new Map(free.map((f) => [f, (allowed[f] ?? []).flatMap((can, w) => (can ? [w] : []))]));
  const needed = all.map((f) => needs.flatMap((one) => (one.f === f ? [one.need] : [])));
  const needing = all.map((f) => needs.flatMap((one) => (one.need === f ? [one.f] : [])));
  const any = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  let moved: (readonly [f: number, w: number])[] = [];
  const put = (f: number, w: number): void => {
    moved.push([f, places[f] as number]);
    board.put(f, w);
  };
  const letWait = (f: number): void => {
    if (!isFree[f] || (places[f] as number) < 0) return;
    put(f, -1);
    for (const later of needing[f] as readonly number[]) letWait(later);
  };
  const letIn = (f: number, w: number): void => {
    put(f, w);
    for (const need of needed[f] as readonly number[]) {
      if (!isFree[need] || (places[need] as number) >= 0) continue;
      const before = (weeksOf.get(need) ?? []).filter((v) => v < w);
      if (before.length > 0) letIn(need, any(before));
    }
  };
  /** Makes room in a week that became too full: another figure of it has to wait, or goes elsewhere. */
  const makeRoom = (f: number): void => {
    const w = places[f] as number;
    if (w < 0 || !board.isOver(w)) return;
    const others = free.filter((g) => g !== f && places[g] === w && !(needed[f] ?? []).includes(g));
    if (others.length === 0) return;
    const g = any(others);
    if (random() < GIVE_WAY_WAITING) letWait(g);
    else put(g, any(weeksOf.get(g) as readonly number[]));
  };
  const exchange = (f: number): void => {
    const g = any(free);
    const [stood, other] = [places[f] as number, places[g] as number];
    const may = (one: number, w: number) => w < 0 || allowed[one]?.[w] === true;
    if (g === f || stood === other || !may(f, other) || !may(g, stood)) return;
    if (other >= 0 && stood >= 0) {
      put(f, other);
      put(g, stood);
      return;
    }
    const [out, into, w] = other < 0 ? [f, g, stood] : [g, f, other];
    letWait(out);
    if ((places[into] as number) < 0) letIn(into, w);
  };
  const move = (f: number): void => {
    const stood = places[f] as number;
    const to = any(weeksOf.get(f) as readonly number[]);
    if (to === stood) return;
    if (stood < 0) letIn(f, to);
    else put(f, to);
    if (random() < MAKE_ROOM) makeRoom(f);
  };
  return {
    free,
    change: () => {
      moved = [];
      const f = any(free);
      const kind = random();
      if (kind < EXCHANGE) exchange(f);
      else if ((places[f] as number) >= 0 && kind < LET_WAIT) letWait(f);
      else move(f);
      return moved.length > 0;
    },
    takeBack: () => {
      for (const [f, w] of moved.reverse()) board.put(f, w);
      moved = [];
    },
  };
}
