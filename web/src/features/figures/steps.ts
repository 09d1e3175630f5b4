import type { DanceRecord, FigureRecord } from "@map-step/contract";
import { readingOf } from "@map-step/core/element";
import { asHouseCounts } from "@map-step/core/figure";
import {
  type Figure,
  lookupBeside,
  openLibrary,
  type ParsedLookup,
  parseFigure,
} from "@map-step/core/notation";

type Figures = readonly FigureRecord[];

/** Libraries that were read already, as long as their lists live. */
const opened = new WeakMap<Figures, Map<string, ParsedLookup>>();

function libraryOf(figures: Figures, dance: DanceRecord): ParsedLookup {
  const byDance = opened.get(figures) ?? new Map<string, ParsedLookup>();
  opened.set(figures, byDance);
  const key = `${dance.id}:${dance.version}`;
  const known = byDance.get(key);
  if (known) return known;
  const own = figures.filter(({ danceId }) => danceId === dance.id);
  const library = openLibrary(own, readingOf(dance));
  byDance.set(key, library);
  return library;
}

/** Reads one figure as its dance counts it; null for one without steps, or that cannot be read. */
export function stepsIn(
  figures: Figures,
  dances: readonly DanceRecord[],
  record: FigureRecord,
): Figure | null {
  const dance = dances.find(({ id }) => id === record.danceId);
  if (!dance || record.notation.trim() === "") return null;
  const listed = figures.some(({ id, version }) => id === record.id && version === record.version);
  const parsed = listed
    ? libraryOf(figures, dance)(record.name)
    : parseFigure(record.notation, readingOf(dance), lookupBeside(figures, readingOf(dance), record.name));
  return asHouseCounts(parsed, dance);
}
