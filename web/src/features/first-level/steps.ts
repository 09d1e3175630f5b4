import {
  api,
  choose,
  contentOfPlan,
  DANCE_FIELDS,
  type DanceRecord,
  danceContent,
  EVERYTHING,
  type FigureRecord,
  LEVEL_FIELDS,
  type Level,
  levelContent,
  SECTION_FIELDS,
  type Section,
  sectionContent,
  startOf,
  toLevelPlan,
  touchedBy,
} from "@map-step/contract";
import { draftPlan } from "@map-step/core/plan";
import type { StarterSet } from "@map-step/core/starter";
import { useQueryClient } from "@tanstack/react-query";
import { call, readAgain } from "../../kit/api.ts";

/** What each step asks for; everything else begins as the product says, and can be changed on its own page. */
export const DANCE_STEP = danceContent.pick({ name: true });
export const LEVEL_STEP = levelContent.pick({ name: true, weeks: true, lessonMinutes: true });
export const CLASS_STEP = sectionContent.pick({ name: true, firstDate: true, startTime: true, room: true });

/** Figures of these tiers are offered to a first level. */
const FIRST_TIERS = 2;

async function draftOfLevel(level: Level, dance: DanceRecord): Promise<void> {
  const figures: readonly FigureRecord[] = await call(api.figures.ofDance, { params: { id: dance.id } });
  const plan = await call(api.plans.read, { params: { id: level.planId } });
  const offered = figures.filter(({ tier, kind }) => tier <= FIRST_TIERS && kind !== "show");
  const chosen = (offered.length > 0 ? offered : figures).map(({ id }) => choose(id));
  const { placements } = draftPlan(toLevelPlan(level, { ...plan, chosen }, figures, { dance }));
  const weekOf = new Map(placements.map(({ figureId, week }) => [figureId, week]));
  const placed = chosen.map((entry) => ({ ...entry, week: weekOf.get(entry.figureId) ?? null }));
  await call(api.plans.change, {
    params: { id: plan.id },
    body: { ...contentOfPlan(plan), chosen: placed, version: plan.version },
  });
}

/** What each step leaves behind: a real dance with its figures, a real level with a drafted plan, a real class. */
export function useSteps() {
  const client = useQueryClient();
  const again = () => readAgain(client, touchedBy(EVERYTHING));
  return {
    makeDance: async (name: string, set: StarterSet | null): Promise<DanceRecord> => {
      const dance = { ...startOf(DANCE_FIELDS), ...set?.dance, name };
      const made = set
        ? await call(api.dances.begin, { body: { dance, starterId: set.id } })
        : await call(api.dances.create, { body: dance });
      await again();
      return made;
    },
    makeLevel: async (
      about: Pick<Level, "name" | "weeks" | "lessonMinutes">,
      dance: DanceRecord,
    ): Promise<Level> => {
      const level = await call(api.levels.create, {
        body: { ...startOf(LEVEL_FIELDS), ...about, danceId: dance.id },
      });
      // The level is there whether its draft succeeds or not; the page then offers the draft once more.
      await draftOfLevel(level, dance).catch(() => undefined);
      await again();
      return level;
    },
    draftLevel: async (level: Level, dance: DanceRecord): Promise<void> => {
      await draftOfLevel(level, dance);
      await again();
    },
    makeClass: async (
      about: Pick<Section, "name" | "firstDate" | "startTime" | "room">,
      level: Level,
      teacherId: string,
    ): Promise<Section> => {
      const section = await call(api.sections.create, {
        body: { ...startOf(SECTION_FIELDS), ...about, levelId: level.id, teacherIds: [teacherId] },
      });
      await again();
      return section;
    },
  };
}
