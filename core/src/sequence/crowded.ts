import { figureFacts } from "../figure/index.ts";
import type { Dance } from "../time/index.ts";
import { insertItems, newFigureItem } from "./edit.ts";
import { type SequenceFigure, transitionGraph } from "./graph.ts";
import { mendsBetween } from "./mend.ts";
import {
  type FigureItem,
  type FigureOf,
  figureItemsOf,
  type Sequence,
  type SequenceItem,
  stepsOfItem,
} from "./sequence.ts";
import { walkSequence } from "./walk.ts";

/** A figure and the floor it takes with elbow room, in square metres; an estimate. */
export interface Footprint {
  readonly figureId: string;
  readonly squareMetres: number;
}

/** A sequence for a crowded floor. */
export interface Crowded {
  readonly items: readonly SequenceItem[];
  /** What was left out, each figure once, and what stays although it needs more, because it is to be kept. */
  readonly left: readonly Footprint[];
  readonly kept: readonly Footprint[];
  /** Ids of figures that were put in where a join had come apart. */
  readonly added: readonly string[];
  /** Whether every join fits now. */
  readonly fits: boolean;
}

/**
 * The floor that one figure takes with elbow room, in square metres; an estimate.
 * @example
 * squareMetresOf(BASIC, DANCE) // 2.55
 */
export function squareMetresOf(figure: NonNullable<ReturnType<FigureOf>>, dance: Dance): number {
  const { floor } = figureFacts(figure, dance);
  return Math.round(floor.width * floor.depth * 100) / 100;
}

/** Takes out what is not to be danced; a choice none of whose ways is left goes too. */
function without(items: readonly SequenceItem[], isOut: (item: FigureItem) => boolean): SequenceItem[] {
  return items.flatMap((item): SequenceItem[] => {
    if (item.kind === "figure") return isOut(item) ? [] : [item];
    const ways = item.ways.map((way) => without(way, isOut));
    const left = ways.filter((way) => way.length > 0);
    if (left.length === 0) return [];
    return [{ ...item, ways: left, optional: item.optional || left.length < ways.length }];
  });
}

/**
 * A sequence without the figures that need more floor than there is, mended where its joins come apart with the shortest
 * way of figures that fit. Figures that are to be left out first go whatever they need; those to be kept stay.
 * @param squareMetres for each couple
 * @param figures all that the dance has, with which it may be mended
 * @param newId gives an id that no other item has
 * @example
 * crowdedFloor(SEQUENCE, 1, [{ id: "basic", figure: BASIC }, { id: "turn", figure: TURN }], DANCE, () => "n").items // []
 */
export function crowdedFloor(
  sequence: Sequence,
  squareMetres: number,
  figures: readonly SequenceFigure[],
  dance: Dance,
  newId: () => string,
): Crowded {
  const byId = new Map(figures.map(({ id, figure }) => [id, figure]));
  const figureOf: FigureOf = (id) => byId.get(id) ?? null;
  const needs = new Map<string, number>();
  for (const item of figureItemsOf(sequence.items)) {
    const steps = stepsOfItem(item, figureOf);
    if (steps)
      needs.set(item.figureId, Math.max(needs.get(item.figureId) ?? 0, squareMetresOf(steps, dance)));
  }
  const isBig = ({ figureId }: FigureItem) => (needs.get(figureId) ?? 0) > squareMetres;
  const isOut = (item: FigureItem) =>
    item.priority !== "keep" && (isBig(item) || item.priority === "leave-out");
  const all = figureItemsOf(sequence.items);
  const footprints = (list: readonly FigureItem[]): Footprint[] =>
    [...new Set(list.map(({ figureId }) => figureId))].map((figureId) => ({
      figureId,
      squareMetres: needs.get(figureId) ?? 0,
    }));
  let items: readonly SequenceItem[] = without(sequence.items, isOut);
  // What is told to be left out never comes back as what mends, unless it is kept elsewhere as well.
  const told = new Set(
    all.filter(({ priority }) => priority === "leave-out").map(({ figureId }) => figureId),
  );
  const stays = new Set(all.filter(({ priority }) => priority === "keep").map(({ figureId }) => figureId));
  const small = figures.filter(
    ({ id, figure }) => (!told.has(id) || stays.has(id)) && squareMetresOf(figure, dance) <= squareMetres,
  );
  const graph = transitionGraph(small, dance);
  const added: string[] = [];
  const walk = () => walkSequence({ ...sequence, items }, figureOf, dance);
  let open = walk();
  // Each join of two figures that were there is mended once; what is put in is not mended again.
  const own = new Set(all.map(({ id }) => id));
  const tried = new Set<string>();
  for (;;) {
    const broken = open.joins.find(
      ({ fits, to, from }) => !fits && own.has(from) && own.has(to) && !tried.has(`${from} ${to}`),
    );
    if (!broken) break;
    tried.add(`${broken.from} ${broken.to}`);
    const next = figureItemsOf(items).find(({ id }) => id === broken.to);
    const tail = open.before.get(broken.to)?.find(({ id }) => id === broken.from);
    const [mend] = next && tail ? mendsBetween(graph, tail, next, figureOf, dance) : [];
    if (!mend) continue;
    const more = mend.figures.map(({ figureId, side }) => newFigureItem(newId(), figureId, side));
    // What leads back to the beginning stands at the end, so that the first round begins as it did.
    items =
      broken.round && items[0]?.id === broken.to ? [...items, ...more] : insertItems(items, broken.to, more);
    added.push(...more.map(({ figureId }) => figureId));
    open = walk();
  }
  return {
    items,
    left: footprints(all.filter(isOut)),
    kept: footprints(all.filter((item) => item.priority === "keep" && isBig(item))),
    added: [...new Set(added)],
    fits: open.joins.every(({ fits }) => fits),
  };
}
