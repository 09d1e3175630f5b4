import { api, type Section } from "@map-step/contract";
import { readingOf } from "@map-step/core/element";
import { type WalkLine, walkThrough } from "@map-step/core/lesson";
import { openLibrary } from "@map-step/core/notation";
import { useMemo } from "react";
import { useApi } from "../../kit/api.ts";
import { useDances, useFigures } from "../figures/library.ts";
import { stepsIn } from "../figures/steps.ts";

/** Everything a section was taught until a week, in the order of its weeks; nothing until it is known. */
export function useWalkThrough(section: Section | undefined, week: number): readonly WalkLine[] | undefined {
  const lessons = useApi(
    api.lessons.list,
    { params: { id: section?.id ?? "" } },
    { enabled: section !== undefined },
  );
  const levels = useApi(api.levels.list, {});
  const level = levels.data?.find(({ id }) => id === section?.levelId);
  const { data: figures } = useFigures(level?.danceId);
  const { data: dances } = useDances();
  return useMemo(() => {
    const dance = dances?.find(({ id }) => id === level?.danceId);
    if (!lessons.data || !level || !figures || !dances || !dance) return undefined;
    const library = openLibrary(figures, readingOf(dance));
    const taught = lessons.data
      .filter((lesson) => lesson.week <= week)
      .sort((a, b) => a.week - b.week)
      .flatMap(({ newFigures }) => newFigures)
      .flatMap(({ id }) => {
        const record = figures.find((figure) => figure.id === id);
        return record
          ? [{ id, name: record.name, steps: stepsIn(figures, dances, record), slips: record.slips }]
          : [];
      });
    return walkThrough(taught, (name) => library(name)?.figure ?? null, level.bpm ?? dance.slowestBpm);
  }, [lessons.data, level, figures, dances, week]);
}
