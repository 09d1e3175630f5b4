import type { FigureLine, FigureRecord } from "@map-step/contract";

export interface Filter {
  readonly search: string;
  readonly danceId: string;
  readonly kind: string;
  readonly tier: string;
  /** Something that is missing from them, such as steps; empty for all. */
  readonly missing: string;
}

type Searched = Pick<FigureRecord, "name" | "otherNames" | "danceId" | "kind" | "tier"> &
  Partial<Pick<FigureLine, "missing">>;

/** The figures whose name, or another name, holds the search, of the chosen dance, kind and tier. */
export function filterFigures<F extends Searched>(figures: readonly F[], filter: Filter): F[] {
  const search = filter.search.trim().toLowerCase();
  const fits = (figure: F) =>
    (filter.missing === "" || figure.missing?.some((part) => part === filter.missing)) &&
    (filter.danceId === "" || figure.danceId === filter.danceId) &&
    (filter.kind === "" || figure.kind === filter.kind) &&
    (filter.tier === "" || String(figure.tier) === filter.tier) &&
    [figure.name, ...figure.otherNames.map((other) => other.name)].some((name) =>
      name.toLowerCase().includes(search),
    );
  return figures.filter(fits);
}
