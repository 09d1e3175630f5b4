import { api, type DanceRecord, type FigureRecord } from "@map-step/contract";
import type { Figure } from "@map-step/core/notation";
import { useMemo } from "react";
import { useApi } from "../../kit/api.ts";
import { stepsIn } from "./steps.ts";

export const useFigures = () => useApi(api.figures.list, {});
export const useDances = () => useApi(api.dances.list, {});

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
