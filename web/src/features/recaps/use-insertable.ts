import { api, type Section } from "@map-step/contract";
import { countCall } from "@map-step/core/figure";
import { useMemo } from "react";
import { useApi } from "../../kit/api.ts";
import { useDances, useFigures } from "../figures/library.ts";
import { stepsIn } from "../figures/steps.ts";
import type { Insertable } from "./editor.tsx";

/** The figures of a section's dance that have steps, to be put into its recaps. */
export function useInsertable({ levelId }: Section): readonly Insertable[] {
  const { data: levels } = useApi(api.levels.list, {});
  const { data: figures } = useFigures();
  const { data: dances } = useDances();
  return useMemo(() => {
    const danceId = levels?.find(({ id }) => id === levelId)?.danceId;
    if (!figures || !dances || danceId === undefined) return [];
    return figures.flatMap((record) => {
      const steps = record.danceId === danceId ? stepsIn(figures, dances, record) : null;
      return steps ? [{ figureId: record.id, name: record.name, counts: countCall(steps) }] : [];
    });
  }, [levels, figures, dances, levelId]);
}
