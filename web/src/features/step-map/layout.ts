import type { MapFigure, MapNode, StepMap } from "@map-step/core/step-map";
import { TIERS, type Tier } from "@map-step/core/time";

export const CARD = { width: 158, height: 44 } as const;
const GAP = { column: 34, row: 14, lane: 28, head: 92 } as const;

export interface Place {
  readonly x: number;
  readonly y: number;
}

export interface Lane {
  readonly tier: Tier;
  readonly y: number;
  readonly height: number;
}

export interface MapLayout {
  /** The upper left corner of each figure's card, by id. */
  readonly places: ReadonlyMap<string, Place>;
  /** A band across the map for each level that has figures. */
  readonly lanes: readonly Lane[];
  readonly width: number;
  readonly height: number;
}

const mean = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;

/**
 * Where the cards stand: columns by depth, a band for each level, and within a band and a column in the order
 * of what they need (the barycentre rule of Sugiyama, Tagawa and Toda, 1981), so that few lines cross.
 */
export function layoutMap<F extends MapFigure>(map: StepMap<F>): MapLayout {
  const places = new Map<string, Place>();
  const lanes: Lane[] = [];
  const columns = Math.max(0, ...map.nodes.map(({ depth }) => depth)) + 1;
  let top = 0;
  for (const tier of TIERS) {
    const here = map.nodes.filter(({ figure }) => figure.tier === tier);
    if (here.length === 0) continue;
    const weight = ({ figure }: MapNode<F>) =>
      mean(figure.needs.flatMap((need) => places.get(need)?.y ?? []));
    let tallest = 0;
    for (let depth = 0; depth < columns; depth++) {
      const column = here.filter((node) => node.depth === depth).sort((a, b) => weight(a) - weight(b));
      column.forEach(({ figure }, row) => {
        places.set(figure.id, {
          x: GAP.head + depth * (CARD.width + GAP.column),
          y: top + GAP.lane / 2 + row * (CARD.height + GAP.row),
        });
      });
      tallest = Math.max(tallest, column.length);
    }
    const height = tallest * (CARD.height + GAP.row) - GAP.row + GAP.lane;
    lanes.push({ tier, y: top, height });
    top += height + GAP.row;
  }
  const width = GAP.head + columns * (CARD.width + GAP.column);
  return { places, lanes, width, height: Math.max(0, top - GAP.row) };
}
