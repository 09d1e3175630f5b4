import {
  type LevelPlan,
  lastHeldWeek,
  type PlanFigure,
  roomsOf,
  type WeekRoom,
  weekByFigure,
} from "./level.ts";
import { type PlacedPart, partsOf, strandsOf } from "./loads.ts";
import type { Strand } from "./strand.ts";

/** A plan laid out for looking at: each thing looked up once. */
export interface Sight {
  readonly level: LevelPlan;
  readonly figures: ReadonlyMap<string, PlanFigure>;
  /** The week in which each placed figure is new. */
  readonly weeks: ReadonlyMap<string, number>;
  readonly known: ReadonlySet<string>;
  readonly strands: ReadonlyMap<string, Strand>;
  readonly rooms: readonly WeekRoom[];
  readonly lastHeld: number;
  /** Where each placed figure is danced. */
  readonly parts: ReadonlyMap<string, readonly PlacedPart[]>;
}

export function lookAt(level: LevelPlan, strands = strandsOf(level)): Sight {
  const figures = new Map(level.figures.map((figure) => [figure.id, figure]));
  const weeks = weekByFigure(level.placements);
  const rooms = roomsOf(level);
  const parts = new Map<string, readonly PlacedPart[]>();
  for (const [id, week] of weeks) {
    const figure = figures.get(id);
    if (figure) parts.set(id, partsOf(level, figure, strands.get(id) ?? [], week, rooms));
  }
  return {
    level,
    figures,
    weeks,
    known: new Set(level.known),
    strands,
    rooms,
    lastHeld: lastHeldWeek(rooms),
    parts,
  };
}

/** Lessons before `week` in which a placed figure is danced. */
export function lessonsBefore({ parts }: Pick<Sight, "parts">, figureId: string, week: number): number {
  const lessons = new Set<number>();
  for (const part of parts.get(figureId) ?? []) if (part.week < week) lessons.add(part.week);
  return lessons.size;
}
