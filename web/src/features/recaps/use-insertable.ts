import { api, type Section } from "@map-step/contract";
import { countCall } from "@map-step/core/figure";
import { floorBlock, ribbonBlock, sequenceBlock, walkThroughBlocks } from "@map-step/core/recap";
import { useMemo } from "react";
import { call, useApi } from "../../kit/api.ts";
import { useDances, useFigures } from "../figures/library.ts";
import { stepsIn } from "../figures/steps.ts";
import { useWalkThrough } from "../lessons/use-walk-through.ts";
import { itemsInWords } from "../sequences/words.ts";
import type { Insertable } from "./editor.tsx";

/** What can be put into a recap: everything taught so far, the sequences of the dance, its figures that have steps. */
export function useInsertable(section: Section, week: number): readonly Insertable[] {
  const { levelId } = section;
  const lines = useWalkThrough(section, week);
  const { data: levels } = useApi(api.levels.list, {});
  const danceId = levels?.find(({ id }) => id === levelId)?.danceId;
  const { data: figures } = useFigures(danceId);
  const { data: dances } = useDances();
  const { data: sequences } = useApi(api.sequences.list, {});
  return useMemo(() => {
    if (!figures || !dances) return [];
    const nameOf = (id: string) => figures.find((figure) => figure.id === id)?.name ?? "";
    const routines = (sequences ?? [])
      .filter((sequence) => sequence.danceId === danceId)
      .map(
        ({ id, name }): Insertable => ({
          label: `${name}, routine`,
          node: async () => {
            const { items } = await call(api.sequences.read, { params: { id } });
            return sequenceBlock(id, name, itemsInWords(items, nameOf));
          },
        }),
      );
    const ribbons = figures.flatMap((record): Insertable[] => {
      const steps = stepsIn(figures, dances, record);
      if (!steps) return [];
      const counts = countCall(steps);
      return [
        { label: `${record.name}, ribbon`, node: () => ribbonBlock(record.id, record.name, counts) },
        { label: `${record.name}, floor`, node: () => floorBlock(record.id, record.name, counts) },
      ];
    });
    const walked: Insertable[] =
      lines === undefined || lines.length === 0
        ? []
        : [{ label: "Walk-through of everything so far", node: () => walkThroughBlocks(lines) }];
    return [...walked, ...routines, ...ribbons];
  }, [figures, dances, sequences, danceId, lines]);
}
