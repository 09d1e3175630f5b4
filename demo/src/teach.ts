import { randomUUID } from "node:crypto";
import type { LessonSegment, LogEntryRecord, Section } from "@map-step/contract";
import type { NotedValues } from "@map-step/core/lesson";
import { type Database, services } from "@map-step/server";

/** How one evening went, where it did not go as planned. */
export interface Evening {
  /** Parts by title; everything else was done. */
  readonly unfinished?: Readonly<Record<string, "part" | "not-done">>;
  /** Names of students who missed it. */
  readonly missing?: readonly string[];
  readonly remarks?: readonly { readonly kind: NotedValues["remark"]["kind"]; readonly text: string }[];
}

/** How much longer than planned a part took, in seconds, in turn: no class runs to the minute. */
const DRIFT = [0, 40, -25, 65, -10, 15] as const;

type Noted = Pick<LogEntryRecord, "kind" | "target" | "value">;

function marksOf(segments: readonly LessonSegment[], { unfinished = {} }: Evening): Noted[] {
  return segments.flatMap(({ id, title, figureId, minutes }, index): Noted[] => {
    const seconds = minutes * 60 + (DRIFT[index % DRIFT.length] ?? 0);
    const spent = { kind: "spent", target: id, value: { seconds } } as const;
    const covered = unfinished[title] ?? "done";
    const mark = { kind: "mark", target: id, value: { covered, reached: null } } as const;
    return figureId === null ? [spent] : [spent, mark];
  });
}

/** Teaches a lesson: keeps its order, notes who was there and what became of each part, ends it. */
export async function teach(
  db: Database,
  section: Section,
  week: number,
  staffId: string,
  evening: Evening = {},
): Promise<void> {
  const planned = await services.readLesson(db, section.id, week);
  const { segments } = await services.changeLesson(db, section.id, week, {
    version: 0,
    segments: planned.segments,
  });
  const there = (await services.listEnrolled(db, section.id)).map(
    ({ id, name }): Noted => ({
      kind: "attendance",
      target: id,
      value: { present: !evening.missing?.includes(name) },
    }),
  );
  const remarks = (evening.remarks ?? []).map(
    (remark): Noted => ({ kind: "remark", target: randomUUID(), value: { ...remark, figureId: null } }),
  );
  const ended: Noted = { kind: "ended", target: "class", value: { ended: true } };
  const begin = Date.parse(`${planned.date}T${section.startTime}:00Z`);
  const entries = [...there, ...marksOf(segments, evening), ...remarks, ended].map(
    (noted, index) =>
      ({
        ...noted,
        id: randomUUID(),
        after: null,
        at: new Date(begin + index * 60_000).toISOString(),
      }) as LogEntryRecord,
  );
  await services.noteInLog(db, section.id, week, entries, { id: staffId });
}
