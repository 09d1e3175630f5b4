import {
  type FigureRecord,
  houseCues,
  type Lesson,
  type LessonSegment,
  type Recap,
} from "@map-step/contract";
import { countedFrom, LAYERS, type Layer } from "@map-step/core/figure";
import { reachedLayer } from "@map-step/core/lesson";
import { openLibrary } from "@map-step/core/notation";
import { type Covered, draftRecap, type RecapFigure } from "@map-step/core/recap";
import { Op } from "sequelize";
import type { Database } from "../../db/connection.ts";
import { readDance } from "../dances/service.ts";
import { listFigures } from "../figures/service.ts";
import { readLesson } from "../lessons/read.ts";
import { readLevel } from "../levels/read.ts";
import { computablePlan, planOfSection } from "../plans/service.ts";
import { readSection } from "../sections/service.ts";

/** Ids of the figures danced in any lesson before this week. */
async function dancedBefore(db: Database, sectionId: string, week: number): Promise<Set<string>> {
  const lessons = await db.Lesson.findAll({ where: { sectionId, week: { [Op.lt]: week } } });
  const segments = await db.LessonSegment.findAll({
    where: { lessonId: lessons.map(({ id }) => id), covered: ["done", "part"] },
  });
  return new Set(segments.flatMap(({ figureId }) => figureId ?? []));
}

/** How far the parts of one figure got, by what was marked. */
function deepest(parts: readonly LessonSegment[]): Layer | null {
  const layers = parts.flatMap(({ covered, reached, layers: planned }) => {
    const layer = reachedLayer(covered && { covered, reached }, planned);
    return layer ?? [];
  });
  return layers.sort((a, b) => LAYERS.indexOf(b) - LAYERS.indexOf(a))[0] ?? null;
}

/** What was danced of a lesson, in its order, and how far each figure got. */
function coveredIn({ segments }: Lesson, before: ReadonlySet<string>): Covered[] {
  const parts = new Map<string, LessonSegment[]>();
  for (const segment of segments) {
    const danced = segment.covered === "done" || segment.covered === "part";
    if (segment.figureId && danced)
      parts.set(segment.figureId, [...(parts.get(segment.figureId) ?? []), segment]);
  }
  return [...parts].map(([figureId, own]) => ({
    figureId,
    fresh: !before.has(figureId),
    inFull: own.every(({ covered }) => covered === "done"),
    layer: deepest(own),
  }));
}

/** A first version of a recap, from what the log says was covered. Nothing of it is kept until somebody saves it. */
export async function freshRecap(db: Database, sectionId: string, week: number): Promise<Recap> {
  const lesson = await readLesson(db, sectionId, week);
  const section = await readSection(db, sectionId);
  const level = await readLevel(db, section.levelId);
  const dance = await readDance(db, level.danceId);
  const library = (await listFigures(db)).filter(({ danceId }) => danceId === level.danceId);
  const steps = openLibrary(library, dance);
  const plan = await planOfSection(db, sectionId);
  const { alike = [] } = await computablePlan(db, plan);
  const before = await dancedBefore(db, sectionId, week);
  const covered = coveredIn(lesson, before);
  const asRecapFigure = ({ id, name, cues, slips, cautions }: FigureRecord): RecapFigure => {
    const read = steps(name);
    const figure = read && read.faults.length === 0 ? countedFrom(read.figure, dance.countFrom) : null;
    return { id, name, steps: figure, cues: houseCues(cues), slips, cautions };
  };
  const figures = library.map(asRecapFigure);
  const open = lesson.segments.flatMap(({ figureId, covered: mark }) =>
    figureId && mark !== "done" ? [figureId] : [],
  );
  const next = plan.chosen.flatMap((place) => (place.week === week + 1 ? [place.figureId] : []));
  const fresh = covered.flatMap(({ figureId, fresh: isNew }) =>
    isNew ? (figures.find(({ id }) => id === figureId)?.name ?? []) : [],
  );
  const content = draftRecap(
    { covered, unfinishedIds: [...new Set(open)] },
    { figures, dancedIds: [...before], nextIds: next, alike, bpm: level.bpm ?? dance.slowestBpm },
  );
  return {
    sectionId,
    week,
    title: `${level.name}, week ${week}${fresh.length > 0 ? `: ${fresh.join(", ")}` : ""}`.slice(0, 160),
    document: { type: "doc", content },
    version: 0,
    secret: null,
  };
}
