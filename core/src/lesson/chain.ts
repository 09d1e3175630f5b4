import { flowsInto } from "../figure/index.ts";
import type { Figure } from "../notation/index.ts";

export interface ChainFigure {
  readonly id: string;
  readonly steps: Figure;
}

/** Figures danced one after the other, each beginning in the hold and on the foot in which the one before ends. */
export interface Chain {
  readonly figureIds: readonly string[];
  /** Whether the first can follow the last, so that it goes round. */
  readonly loops: boolean;
}

/** More figures than this nobody keeps in mind the night they are new. */
const MOST_WANTED = 8;
const LONGEST = 12;

interface Reached {
  readonly at: number;
  readonly mask: number;
  readonly from: Reached | null;
  readonly length: number;
}

/** From one figure on, the shortest way to every set of wanted figures, breadth first. */
function ways(start: number, wants: readonly number[], next: readonly (readonly number[])[]): Reached[] {
  const seen = new Set<string>();
  const queue: Reached[] = [{ at: start, mask: 1 << wants.indexOf(start), from: null, length: 1 }];
  for (const here of queue) {
    if (here.length >= LONGEST) continue;
    for (const at of next[here.at] as readonly number[]) {
      const want = wants.indexOf(at);
      const mask = want < 0 ? here.mask : here.mask | (1 << want);
      const key = `${at} ${mask}`;
      if (seen.has(key)) continue;
      seen.add(key);
      queue.push({ at, mask, from: here, length: here.length + 1 });
    }
  }
  return queue;
}

const sizeOf = (mask: number): number => {
  let size = 0;
  for (let rest = mask; rest > 0; rest &= rest - 1) size++;
  return size;
};

/**
 * The shortest chain that holds as many of the wanted figures as can be joined, with others between them where
 * they are needed; one that goes round is preferred. Figures repeat only where nothing else leads on.
 * @param figures what may be danced
 * @param wanted ids of the figures that the chain is for; at most the first eight are looked at
 */
export function chainOf(figures: readonly ChainFigure[], wanted: ReadonlySet<string>): Chain {
  const wants = figures.flatMap(({ id }, index) => (wanted.has(id) ? [index] : [])).slice(0, MOST_WANTED);
  const next = figures.map(({ steps }) =>
    figures.flatMap((other, index) => (flowsInto(steps, other.steps) ? [index] : [])),
  );
  let best: Reached | null = null;
  let most = 0;
  let loops = false;
  for (const start of wants)
    for (const way of ways(start, wants, next)) {
      const round = (next[way.at] as readonly number[]).includes(start);
      const worth = sizeOf(way.mask) * 1000 + (round ? 100 : 0) - way.length;
      if (best === null || worth > most) [best, most, loops] = [way, worth, round];
    }
  const order: number[] = [];
  for (let at = best; at !== null; at = at.from) order.unshift(at.at);
  return { figureIds: order.flatMap((index) => figures[index]?.id ?? []), loops };
}
