import {
  type FigureRecord,
  houseCues,
  type Lesson,
  type LessonSegment,
  type Recap,
} from "@map-step/contract";
import { readingOf } from "@map-step/core/element";
import { asHouseCounts, LAYERS, type Layer } from "@map-step/core/figure";
import { type LogEntry, reachedLayer, readLog, remarksOf } from "@map-step/core/lesson";
import { openLibrary } from "@map-step/core/notation";
import { type CoveredFigure, draftRecap, type RecapFigure, sayableTo } from "@map-step/core/recap";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { logOf } from "../class-log/service.ts";
import { readLibrary } from "../figures/library.ts";
import type { ReadLesson } from "../lessons/read.ts";
import { houseOf } from "../settings/service.ts";

/** Ids of the figures danced in any lesson before this week. */
async function dancedBefore(db: Database, sectionId: string, week: number): Promise<Set<string>> {
  const rows = await rowsOf<{ id: string }>(
    db,
    `select distinct s.figure_id as id from lesson_segments s join lessons l on l.id = s.lesson_id
     where l.section_id = $sectionId and l.week < $week and s.covered in ('done', 'part')
       and s.figure_id is not null`,
    { sectionId, week },
  );
  return new Set(rows.map(({ id }) => id));
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
function coveredIn({ segments }: Lesson, before: ReadonlySet<string>): CoveredFigure[] {
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

/** What was noted beside the marks, as far as all students may read it. */
async function saidOf(db: Database, sectionId: string, week: number) {
  const { entries } = await logOf(db, sectionId, week);
  const names = await rowsOf<{ name: string }>(
    db,
    `select s.name from enrolments e join students s on s.id = e.student_id where e.section_id = $sectionId`,
    {
      sectionId,
    },
  );
  const remarks = remarksOf(readLog(entries as LogEntry[]));
  return {
    struggledIds: remarks.flatMap(({ kind, figureId }) =>
      kind === "struggled" && figureId ? [figureId] : [],
    ),
    promises: sayableTo(
      remarks.flatMap(({ kind, text }) => (kind === "promised" ? [text] : [])),
      names.map(({ name }) => name),
    ),
  };
}

/** A first version of a recap, from what the log says was covered. Nothing of it is kept until somebody saves it. */
export async function freshRecap(
  db: Database,
  { section, level, plan, computable, lesson }: ReadLesson,
): Promise<Pick<Recap, "title" | "document">> {
  const { week } = lesson;
  const { dance, figures: library } = await readLibrary(db, level.danceId);
  const read = openLibrary(library, readingOf(dance));
  const before = await dancedBefore(db, section.id, week);
  const covered = coveredIn(lesson, before);
  const open = lesson.segments.flatMap(({ figureId, covered: mark }) =>
    figureId && mark !== "done" ? [figureId] : [],
  );
  const next = plan.chosen.flatMap((place) => (place.week === week + 1 ? [place.figureId] : []));
  const alike = computable.alike ?? [];
  // Only these are spoken of, or held against what is spoken of.
  const spoken = new Set([...covered.map(({ figureId }) => figureId), ...open, ...next, ...before]);
  for (const { a, b } of alike) if (spoken.has(a) || spoken.has(b)) spoken.add(a).add(b);
  const asRecapFigure = ({ id, name, cues, slips, cautions }: FigureRecord): RecapFigure => {
    return { id, name, steps: asHouseCounts(read(name), dance), cues: houseCues(cues), slips, cautions };
  };
  const figures = library.filter(({ id }) => spoken.has(id)).map(asRecapFigure);
  const fresh = covered.flatMap(({ figureId, fresh: isNew }) =>
    isNew ? (figures.find(({ id }) => id === figureId)?.name ?? []) : [],
  );
  const content = draftRecap(
    { covered, unfinishedIds: [...new Set(open)], ...(await saidOf(db, section.id, week)) },
    { figures, dancedIds: [...before], nextIds: next, alike, bpm: level.bpm ?? dance.slowestBpm, dance },
    await houseOf(db),
  );
  return {
    title: `${level.name}, week ${week}${fresh.length > 0 ? `: ${fresh.join(", ")}` : ""}`.slice(0, 160),
    document: { type: "doc", content },
  };
}
