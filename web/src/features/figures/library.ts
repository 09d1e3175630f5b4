import { api, type DanceRecord, type FigureRecord } from "@map-step/contract";
import { countedFrom } from "@map-step/core/figure";
import { type Figure, type Library, lookupBeside, openLibrary, parseFigure } from "@map-step/core/notation";
import { useMemo } from "react";
import { useApi } from "../../kit/api.ts";

export const useFigures = () => useApi(api.figures.list, {});
export const useDances = () => useApi(api.dances.list, {});

type Figures = readonly FigureRecord[];

/** Libraries that were read already, as long as their lists live. */
const opened = new WeakMap<Figures, Map<string, Library>>();

function libraryOf(figures: Figures, dance: DanceRecord): Library {
  const byDance = opened.get(figures) ?? new Map<string, Library>();
  opened.set(figures, byDance);
  const key = `${dance.id}:${dance.version}`;
  const known = byDance.get(key);
  if (known) return known;
  const own = figures.filter(({ danceId }) => danceId === dance.id);
  const library = openLibrary(own, dance);
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
    : parseFigure(record.notation, dance, lookupBeside(figures, dance, record.name));
  return parsed && parsed.faults.length === 0 ? countedFrom(parsed.figure, dance.countFrom) : null;
}

/** The steps of a figure, put together and counted as the house counts; null while there are none. */
export function useSteps(record: FigureRecord | undefined): Figure | null {
  const { data: figures } = useFigures();
  const { data: dances } = useDances();
  return useMemo(
    () => (record && figures && dances ? stepsIn(figures, dances, record) : null),
    [record, figures, dances],
  );
}

/** What the ribbon needs of a dance; four to the bar where there is none yet. */
export const timingOf = (dance: DanceRecord | undefined) => ({
  phraseBeats: dance?.phraseBeats ?? 8,
  meter: dance?.meter ?? 4,
  slowBeats: dance?.slowBeats ?? 2,
});

/** A name and who uses it: `home step (the harbour school)`. */
export const nameElsewhere = ({ name, usedBy }: FigureRecord["otherNames"][number]): string =>
  usedBy === "" ? name : `${name} (${usedBy})`;
