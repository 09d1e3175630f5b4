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
  const danceId = levels?.find(({ id }) => id === levelId)?.danceId;
  const { data: figures } = useFigures(danceId);
  const { data: dances } = useDances();
  return useMemo(() => {
    if (!figures || !dances) return [];
    return figures.flatMap((record) => {
      const steps = stepsIn(figures, dances, record);
      return steps ? [{ figureId: record.id, name: record.name, counts: countCall(steps) }] : [];
    });
  }, [figures, dances]);
}
