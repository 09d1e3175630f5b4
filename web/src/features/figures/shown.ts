import type { PublicRecap } from "@map-step/contract";
import { readingOf } from "@map-step/core/element";
import { asHouseCounts } from "@map-step/core/figure";
import { type Figure, parseFigure } from "@map-step/core/notation";
import { useMemo } from "react";

/** Figures that came along with something public, read and counted as the house counts. */
export function useShownFigures(figures: PublicRecap["figures"], dance: PublicRecap["dance"]) {
  return useMemo(() => {
    const steps = new Map<string, Figure>();
    for (const { id, notation } of figures) {
      const read = asHouseCounts(parseFigure(notation, readingOf(dance)), dance);
      if (read) steps.set(id, read);
    }
    const names = new Map(figures.map(({ id, name }) => [id, name]));
    return {
      dance,
      figureOf: (id: string) => steps.get(id) ?? null,
      nameOf: (id: string) => names.get(id) ?? "A removed figure",
    };
  }, [figures, dance]);
}
