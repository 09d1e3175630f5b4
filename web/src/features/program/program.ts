import {
  type ApproachRecord,
  type DanceRecord,
  type FigureRecord,
  type Level,
  type Plan,
  toLevelPlan,
} from "@map-step/contract";
import type { LevelPlan } from "@map-step/core/plan";
import {
  type ProgramGaps,
  programGaps,
  type Repertoire,
  type RepertoireFigure,
  repertoire,
} from "@map-step/core/repertoire";
import { stepsIn } from "../figures/steps.ts";

/** A level of a dance with its plan. */
export interface PlannedLevel {
  readonly level: Level;
  readonly plan: Plan;
}

export interface CountedLevel extends PlannedLevel {
  readonly levelPlan: LevelPlan;
  readonly repertoire: Repertoire;
}

export interface Program {
  /** In the order in which dancers go through them. */
  readonly levels: readonly CountedLevel[];
  readonly gaps: ProgramGaps;
}

/** The levels that come before one, nearest first. A circle of levels, which the server refuses, ends. */
export function levelsBefore(level: Level, levels: readonly Level[]): Level[] {
  const chain: Level[] = [];
  for (let at = level.followsId; at !== null; ) {
    const before = levels.find(({ id }) => id === at);
    if (!before || chain.includes(before)) break;
    chain.push(before);
    at = before.followsId;
  }
  return chain;
}

/** Levels in the order in which dancers go through them: by how many come before, then by name. */
export const inOrder = (levels: readonly Level[]): Level[] =>
  [...levels].sort(
    (a, b) => levelsBefore(a, levels).length - levelsBefore(b, levels).length || a.name.localeCompare(b.name),
  );

/** The whole way through a dance: what each level adds, what is missing between them, what comes twice. */
export function programOf(
  planned: readonly PlannedLevel[],
  library: readonly FigureRecord[],
  dances: readonly DanceRecord[],
  approaches: readonly ApproachRecord[] = [],
): Program {
  const levels = planned.map(({ level }) => level);
  const recordOf = new Map(library.map((record) => [record.id, record]));
  const read = new Map<string, RepertoireFigure | null>();
  const figure = (id: string): RepertoireFigure | null => {
    // Every level knows what those before it taught: each figure is read once for all of them.
    const known = read.get(id);
    if (known !== undefined) return known;
    const record = recordOf.get(id);
    const made = record ? { id, kind: record.kind, steps: stepsIn(library, dances, record) } : null;
    read.set(id, made);
    return made;
  };
  const ordered = inOrder(levels).flatMap((level) => planned.find((one) => one.level.id === level.id) ?? []);
  const counted = ordered.flatMap(({ level, plan }): CountedLevel[] => {
    const dance = dances.find(({ id }) => id === level.danceId);
    if (!dance) return [];
    const taught = plan.chosen.flatMap(({ figureId, week }) => {
      const one = week === null ? null : figure(figureId);
      return one && week !== null ? [{ ...one, week }] : [];
    });
    const known = plan.known.flatMap((id) => figure(id) ?? []);
    const levelPlan = toLevelPlan(level, plan, library, { approaches, alike: [] });
    return [{ level, plan, levelPlan, repertoire: repertoire({ dance, weeks: level.weeks, known, taught }) }];
  });
  const danceIds = new Set(levels.map(({ danceId }) => danceId));
  const gaps = programGaps(
    ordered.map(({ level, plan }) => ({
      id: level.id,
      figureIds: plan.chosen.flatMap(({ figureId, week }) => (week === null ? [] : [figureId])),
      after: levelsBefore(level, levels).map(({ id }) => id),
    })),
    library.filter(({ danceId }) => danceIds.has(danceId)),
  );
  return { levels: counted, gaps };
}
