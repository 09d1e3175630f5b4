import type { FigureItem, Side, TransitionGraph } from "@map-step/core/sequence";
import { newFromLibrary } from "./use-builder.ts";

/** Figures one after the other as items; the same one again is a repeat. */
export function asItems(danced: readonly { readonly figureId: string; readonly side: Side }[]): FigureItem[] {
  const items: FigureItem[] = [];
  for (const { figureId, side } of danced) {
    const last = items.at(-1);
    if (last && last.figureId === figureId && last.side === side && last.times < 64)
      items[items.length - 1] = { ...last, times: last.times + 1 };
    else items.push(newFromLibrary(figureId, side));
  }
  return items;
}

/** Arcs one after the other as items; free changes of hold are none. */
export const walkAsItems = ({ arcs }: TransitionGraph, walk: readonly number[]): FigureItem[] =>
  asItems(
    walk.flatMap((at) => {
      const arc = arcs[at];
      return arc?.figureId ? [{ figureId: arc.figureId, side: arc.side }] : [];
    }),
  );
