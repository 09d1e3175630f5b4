import type { MapFigure, MapNode, StepMap } from "@map-step/core/step-map";
import { TIERS, type Tier } from "@map-step/core/time";

export const CARD = { width: 158, height: 44 } as const;
const GAP = { column: 34, row: 14, lane: 28, head: 92, within: 10 } as const;
/** More cards than this in one place go on beside each other, so that a large library is no endless column. */
const MOST_ROWS = 9;

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
  const wide = Array.from({ length: columns }, (_, depth) =>
    Math.max(
      1,
      ...TIERS.map((tier) =>
        Math.ceil(
          map.nodes.filter((node) => node.depth === depth && node.figure.tier === tier).length / MOST_ROWS,
        ),
      ),
    ),
  );
  const left: number[] = [GAP.head];
  for (const beside of wide)
    left.push((left.at(-1) ?? 0) + beside * CARD.width + (beside - 1) * GAP.within + GAP.column);
  let top = 0;
  for (const tier of TIERS) {
    const here = map.nodes.filter(({ figure }) => figure.tier === tier);
    if (here.length === 0) continue;
    const weight = ({ figure }: MapNode<F>) =>
      mean(figure.needs.flatMap((need) => places.get(need)?.y ?? []));
    let tallest = 0;
    for (let depth = 0; depth < columns; depth++) {
      const column = here.filter((node) => node.depth === depth).sort((a, b) => weight(a) - weight(b));
      const beside = Math.ceil(column.length / MOST_ROWS);
      const rows = Math.ceil(column.length / Math.max(1, beside));
      column.forEach(({ figure }, index) => {
        const row = index % rows;
        places.set(figure.id, {
          x: (left[depth] ?? 0) + Math.floor(index / rows) * (CARD.width + GAP.within),
          y: top + GAP.lane / 2 + row * (CARD.height + GAP.row),
        });
      });
      tallest = Math.max(tallest, rows);
    }
    const height = tallest * (CARD.height + GAP.row) - GAP.row + GAP.lane;
    lanes.push({ tier, y: top, height });
    top += height + GAP.row;
  }
  const width = left.at(-1) ?? 0;
  return { places, lanes, width, height: Math.max(0, top - GAP.row) };
}
