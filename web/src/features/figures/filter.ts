import type { FigureLine } from "@map-step/contract";

export interface Filter {
  readonly search: string;
  readonly danceId: string;
  readonly kind: string;
  readonly tier: string;
}

/** The figures whose name, or another name, holds the search, of the chosen dance, kind and tier. */
export function filterFigures(figures: readonly FigureLine[], filter: Filter): FigureLine[] {
  const search = filter.search.trim().toLowerCase();
  const fits = (figure: FigureLine) =>
    (filter.danceId === "" || figure.danceId === filter.danceId) &&
    (filter.kind === "" || figure.kind === filter.kind) &&
    (filter.tier === "" || String(figure.tier) === filter.tier) &&
    [figure.name, ...figure.otherNames.map((other) => other.name)].some((name) =>
      name.toLowerCase().includes(search),
    );
  return figures.filter(fits);
}
