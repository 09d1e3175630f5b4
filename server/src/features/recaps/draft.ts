import {
  type FigureRecord,
  houseCues,
  type Lesson,
  type LessonSegment,
  type Recap,
} from "@map-step/contract";
import { countCall, LAYERS, type Layer } from "@map-step/core/figure";
import { type Library, openLibrary } from "@map-step/core/notation";
import { type CoveredFigure, draftRecap } from "@map-step/core/recap";
import { Op } from "sequelize";
import type { Database } from "../../db/connection.ts";
import { readDance } from "../dances/service.ts";
import { listFigures } from "../figures/service.ts";
import { readLesson } from "../lessons/read.ts";
import { readLevel } from "../levels/read.ts";
import { planOfSection } from "../plans/service.ts";
import { readSection } from "../sections/service.ts";

/** Ids of the figures danced in any lesson before this week. */
async function dancedBefore(db: Database, sectionId: string, week: number): Promise<Set<string>> {
  const lessons = await db.Lesson.findAll({ where: { sectionId, week: { [Op.lt]: week } } });
  const segments = await db.LessonSegment.findAll({
    where: { lessonId: lessons.map(({ id }) => id), covered: ["done", "part"] },
  });
  return new Set(segments.flatMap(({ figureId }) => figureId ?? []));
}

const isLayer = (work: string): work is Layer => (LAYERS as readonly string[]).includes(work);

/** How far the parts of one figure got: the last layer of a part done, the first of one done in part. */
function reached(parts: readonly LessonSegment[]): Layer | null {
  const layers = parts.flatMap(({ layers: planned, covered }) => {
    const worked = planned.map(({ layer }) => layer).filter(isLayer);
    return (covered === "done" ? worked.at(-1) : worked[0]) ?? [];
  });
  return layers.sort((a, b) => LAYERS.indexOf(b) - LAYERS.indexOf(a))[0] ?? null;
}

function coveredFigure(
  figure: FigureRecord,
  parts: readonly LessonSegment[],
  before: ReadonlySet<string>,
  steps: Library,
): CoveredFigure {
  const read = steps(figure.name);
  return {
    name: figure.name,
    fresh: !before.has(figure.id),
    inFull: parts.every(({ covered }) => covered === "done"),
    layer: reached(parts),
    counts: read ? countCall(read.figure) : "",
    cues: houseCues(figure.cues),
    slips: figure.slips,
    cautions: figure.cautions,
  };
}

/** Figures of which something was danced, in the order of the lesson, each with its parts. */
function partsByFigure({ segments }: Lesson): Map<string, LessonSegment[]> {
  const parts = new Map<string, LessonSegment[]>();
  for (const segment of segments) {
    const danced = segment.covered === "done" || segment.covered === "part";
    if (segment.figureId && danced)
      parts.set(segment.figureId, [...(parts.get(segment.figureId) ?? []), segment]);
  }
  return parts;
}

/** A first version of a recap, from what the lesson really covered. Nothing of it is kept until somebody saves it. */
export async function freshRecap(db: Database, sectionId: string, week: number): Promise<Recap> {
  const lesson = await readLesson(db, sectionId, week);
  const section = await readSection(db, sectionId);
  const level = await readLevel(db, section.levelId);
  const figures = (await listFigures(db)).filter(({ danceId }) => danceId === level.danceId);
  const library = new Map(figures.map((figure) => [figure.id, figure]));
  const steps = openLibrary(figures, await readDance(db, level.danceId));
  const before = await dancedBefore(db, sectionId, week);
  const parts = partsByFigure(lesson);
  const figuresOf = (ids: readonly string[]) => ids.flatMap((id) => library.get(id) ?? []);
  const covered = figuresOf([...parts.keys()]).map((figure) =>
    coveredFigure(figure, parts.get(figure.id) ?? [], before, steps),
  );
  const open = lesson.segments
    .filter(({ figureId, covered: mark }) => figureId && mark !== "done")
    .flatMap(({ figureId }) => figureId ?? []);
  const planned = (await planOfSection(db, sectionId)).chosen.filter((place) => place.week === week + 1);
  const next = figuresOf(planned.map(({ figureId }) => figureId)).map(({ name }) => name);
  const fresh = covered.filter((figure) => figure.fresh).map(({ name }) => name);
  return {
    sectionId,
    week,
    title: `${level.name}, week ${week}${fresh.length > 0 ? `: ${fresh.join(", ")}` : ""}`.slice(0, 160),
    document: {
      type: "doc",
      content: draftRecap({
        covered,
        next,
        unfinished: figuresOf([...new Set(open)]).map(({ name }) => name),
      }),
    },
    version: 0,
    secret: null,
  };
}
