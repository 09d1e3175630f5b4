import { api, type DanceRecord, type FigureRecord } from "@map-step/contract";
import type { Figure } from "@map-step/core/notation";
import { useMemo } from "react";
import { useApi, useApiOfEach } from "../../kit/api.ts";
import { stepsIn } from "./steps.ts";

/** All figures in short. */
export const useFigureLines = () => useApi(api.figures.list, {});
/** The figures of one dance in full; nothing until it is known which. */
export const useFigures = (danceId: string | undefined) =>
  useApi(api.figures.ofDance, { params: { id: danceId ?? "" } }, { enabled: danceId !== undefined });
export const useDances = () => useApi(api.dances.list, {});

/** The figures of all dances in full, for what is about the whole library; nothing until all are there. */
export function useWholeLibrary(): readonly FigureRecord[] | undefined {
  const { data: dances } = useDances();
  const ids = useMemo(() => (dances ?? []).map(({ id }) => ({ params: { id } })), [dances]);
  const all = useApiOfEach(api.figures.ofDance, ids);
  return useMemo(() => (dances && all ? all.flat() : undefined), [dances, all]);
}

/** The steps of a figure, put together and counted as the house counts; null while there are none. */
export function useSteps(record: FigureRecord | undefined): Figure | null {
  const { data: figures } = useFigures(record?.danceId);
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
