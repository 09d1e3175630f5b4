import { api, type DanceRecord } from "@map-step/contract";
import { parseFigure } from "@map-step/core/notation";
import { useMemo } from "react";
import { useApi } from "../../kit/api.ts";

export const useFigures = () => useApi(api.figures.list, {});
export const useDances = () => useApi(api.dances.list, {});

/** The steps of a figure, or null for one without steps or with notation that cannot be read. */
export function useSteps(notation: string) {
  return useMemo(() => {
    if (notation.trim() === "") return null;
    const { figure, faults } = parseFigure(notation);
    return faults.length === 0 ? figure : null;
  }, [notation]);
}

/** What the ribbon needs of a dance; four to the bar where there is none yet. */
export const timingOf = (dance: DanceRecord | undefined) => ({
  phraseBeats: dance?.phraseBeats ?? 8,
  meter: dance?.meter ?? 4,
});
