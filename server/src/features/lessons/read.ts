import { createHash } from "node:crypto";
import type { Lesson, LessonSegment, LessonSummary, Section } from "@map-step/contract";
import { buildLesson, carryOver, lessonLength, type Segment } from "@map-step/core/lesson";
import { type LevelPlan, roomsOf } from "@map-step/core/plan";
import type { Transaction } from "sequelize";
import type { Database } from "../../db/connection.ts";
import { notFound } from "../../http/problems.ts";
import { computablePlan, planOfSection } from "../plans/service.ts";
import { readSection } from "../sections/service.ts";
import type { LessonRow, LessonSegmentRow } from "./models.ts";

export const segmentView = (row: LessonSegmentRow): LessonSegment => {
  const { id, kind, title, figureId, withIds, layers, minutes, locked, cautions, covered, reached } = row;
  return { id, kind, title, figureId, withIds, layers, minutes, locked, cautions, covered, reached };
};

/**
 * The id of a part that nobody has kept yet. It follows from what the part is, so that two devices which look at a
 * planned lesson in the same moment speak of the same parts (a UUID of version 5, RFC 9562).
 */
function plannedId(words: readonly (string | number)[]): string {
  const bytes = createHash("sha1").update(words.join("/")).digest();
  bytes[6] = ((bytes[6] as number) & 0x0f) | 0x50;
  bytes[8] = ((bytes[8] as number) & 0x3f) | 0x80;
  const hex = bytes.toString("hex");
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20, 32)].join(
    "-",
  );
}

/** Parts as they are planned, with nothing noted of them. */
function fresh(lesson: string, segments: readonly Segment[]): LessonSegment[] {
  const met = new Map<string, number>();
  return segments.map((segment) => {
    const words = [lesson, segment.kind, segment.figureId ?? segment.title, ...segment.withIds];
    const before = met.get(words.join()) ?? 0;
    met.set(words.join(), before + 1);
    return {
      ...segment,
      id: plannedId([...words, before]),
      layers: segment.layers.map((layer) => ({ ...layer })),
      withIds: [...segment.withIds],
      cautions: [...segment.cautions],
      covered: null,
      reached: null,
    };
  });
}

export const findLesson = (
  db: Database,
  sectionId: string,
  week: number,
  transaction?: Transaction,
): Promise<LessonRow | null> =>
  db.Lesson.findOne({ where: { sectionId, week }, ...(transaction ? { transaction } : {}) });

/** The parts of a lesson in order. Inside a transaction they are held, so that no mark falls between. */
export async function segmentsOf(
  db: Database,
  lessonId: string,
  transaction?: Transaction,
): Promise<LessonSegment[]> {
  const within = transaction ? { transaction, lock: transaction.LOCK.UPDATE } : {};
  return (await db.LessonSegment.findAll({ where: { lessonId }, order: ["position"], ...within })).map(
    segmentView,
  );
}

/** What the lesson before left unfinished; nothing until it has been taught. */
export async function carriedInto(db: Database, sectionId: string, week: number): Promise<Segment[]> {
  const { special } = await planOfSection(db, sectionId);
  const cancelled = new Set(special.filter(({ kind }) => kind === "cancelled").map((entry) => entry.week));
  let last = week - 1;
  while (cancelled.has(last)) last -= 1;
  const before = await findLesson(db, sectionId, last);
  return before?.state === "taught" ? carryOver(await segmentsOf(db, before.id)) : [];
}

/** A lesson as it is kept, or as the plan and the lesson before make it while nothing has been kept. */
export async function readLesson(db: Database, sectionId: string, week: number): Promise<Lesson> {
  const section = await readSection(db, sectionId);
  const date = section.dates[week - 1];
  if (!date) throw notFound("This section has no lesson in that week.");
  const plan = await computablePlan(db, await planOfSection(db, sectionId));
  const room = roomsOf(plan)[week - 1];
  if (room && !room.held) throw notFound("This lesson is cancelled. Its plan says so, and can take it back.");
  const carried = await carriedInto(db, sectionId, week);
  const row = await findLesson(db, sectionId, week);
  const name = `${sectionId}/${week}`;
  const full = lessonLength(plan, week);
  const about = { sectionId, week, date };
  if (!row) {
    const segments = fresh(name, buildLesson({ plan, week, carryOver: carried }));
    return {
      ...about,
      lessonMinutes: full,
      shortBy: 0,
      state: "planned",
      version: 0,
      segments,
      toCarry: [],
    };
  }
  const { state, version, shortBy } = row;
  const segments = await segmentsOf(db, row.id);
  const held = new Set(segments.filter(({ kind }) => kind === "carry-over").map(({ figureId }) => figureId));
  const toCarry =
    state === "taught"
      ? []
      : fresh(
          name,
          carried.filter(({ figureId }) => !held.has(figureId)),
        );
  return { ...about, lessonMinutes: Math.max(1, full - shortBy), shortBy, state, version, segments, toCarry };
}

/** The lessons of a section from first to last, with what is new in each. */
export async function listLessons(
  db: Database,
  section: Section,
): Promise<{ lessons: LessonSummary[]; plan: LevelPlan }> {
  const rows = await db.Lesson.findAll({ where: { sectionId: section.id } });
  const recaps = await db.Recap.findAll({ where: { lessonId: rows.map(({ id }) => id) } });
  const plan = await computablePlan(db, await planOfSection(db, section.id));
  const names = new Map(plan.figures.map(({ id, name }) => [id, name]));
  const rooms = roomsOf(plan);
  const lessons = section.dates.map((date, index): LessonSummary => {
    const week = index + 1;
    const row = rows.find((lesson) => lesson.week === week);
    const recap = recaps.find(({ lessonId }) => lessonId === row?.id);
    const newHere = plan.placements.filter((placement) => placement.week === week);
    return {
      sectionId: section.id,
      week,
      date,
      state: row?.state ?? "planned",
      cancelled: rooms[index]?.held === false,
      recap: recap ? (recap.secret ? "published" : "draft") : "none",
      newFigures: newHere.map(({ figureId }) => ({ id: figureId, name: names.get(figureId) ?? "" })),
    };
  });
  return { lessons, plan };
}
