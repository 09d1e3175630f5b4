import { randomUUID } from "node:crypto";
import type { FigureRecord, Section } from "@map-step/contract";
import { type Database, services } from "@map-step/server";

/** What taps came to, by dancer: milliseconds off the beat, late above 0, and how far they spread. */
const TAPPED: readonly {
  readonly name: string;
  readonly bpm: number;
  readonly offset: number;
  readonly spread: number;
  readonly missed: number;
}[] = [
  { name: "Berrin", bpm: 104, offset: -6, spread: 19, missed: 0 },
  { name: "Mirel", bpm: 104, offset: 12, spread: 24, missed: 1 },
  { name: "Wendel", bpm: 96, offset: -58, spread: 47, missed: 3 },
  { name: "Wendel", bpm: 100, offset: -31, spread: 35, missed: 1 },
  { name: "Iska", bpm: 96, offset: 41, spread: 52, missed: 4 },
];

/** Taps of some dancers against the beat of a figure, as their teacher kept them. */
export async function loadPractice(
  db: Database,
  section: Section,
  figure: FigureRecord,
  staffId: string,
): Promise<void> {
  const students = await services.listEnrolled(db, section.id);
  for (const [at, { name, bpm, offset, spread, missed }] of TAPPED.entries()) {
    const student = students.find((one) => one.name === name);
    if (!student) continue;
    const id = randomUUID();
    const byCount = ["&", "1", "2", "3"].map((count, beat) => ({
      count,
      offset: offset + (beat - 1) * 6,
      taps: 8,
    }));
    const measure = { bpm, taps: 32 - missed, missed, extra: at % 2, offset, spread, byCount };
    await services.keepPractice(
      db,
      student.id,
      { id, figureId: figure.id, sequenceId: null, measure },
      staffId,
    );
  }
}
