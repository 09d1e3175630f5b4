import { LAYERS, type Layer } from "../figure/index.ts";
import {
  type ClassLog,
  notedAt,
  type RemarkKind,
  reachedLayer,
  remarksOf,
  wasHere,
} from "../lesson/index.ts";
import type { EnrolmentRole } from "../student/index.ts";
import { line, paragraph, type RecapBlock, section, text } from "./document.ts";
import { drillFor } from "./drills.ts";

/** A part of the class that is handed over. */
export interface HandoverPart {
  readonly id: string;
  readonly title: string;
  readonly figureId: string | null;
  readonly isNew: boolean;
  readonly layers: readonly { readonly layer: string }[];
  readonly minutes: number;
}

/** What a section is, as far as whoever teaches next has to know. */
export interface HandoverSection {
  readonly parts: readonly HandoverPart[];
  readonly students: readonly { readonly id: string; readonly name: string; readonly role: EnrolmentRole }[];
  /** Names of the figures that are new in the next lesson. */
  readonly next: readonly string[];
}

/** One figure of a class with all its parts, in their order. */
interface Worked {
  readonly title: string;
  readonly parts: readonly HandoverPart[];
}

/** What was worked on, each figure once. */
function figuresOf(parts: readonly HandoverPart[]): Worked[] {
  const worked = new Map<string, Worked>();
  for (const part of parts) {
    if (part.figureId === null) continue;
    const before = worked.get(part.figureId);
    worked.set(part.figureId, {
      title: before?.title ?? part.title,
      parts: [...(before?.parts ?? []), part],
    });
  }
  return [...worked.values()];
}

const isDone = (log: ClassLog, { parts }: Worked): boolean =>
  parts.every(({ id }) => notedAt(log, "mark", id)?.covered === "done");

/** How far a figure got in all its parts and how long it took, in words. */
function standing(log: ClassLog, worked: Worked): string {
  const reached = worked.parts
    .flatMap((part) => reachedLayer(notedAt(log, "mark", part.id), part.layers) ?? [])
    .sort((a, b) => LAYERS.indexOf(b) - LAYERS.indexOf(a))[0];
  const begun = worked.parts.some(({ id }) => {
    const covered = notedAt(log, "mark", id)?.covered;
    return covered === "done" || covered === "part";
  });
  const how = isDone(log, worked) ? "done" : begun ? "begun" : "not done";
  const far = reached ? `, as far as ${reached}` : "";
  const spent = worked.parts.flatMap(({ id }) => notedAt(log, "spent", id)?.seconds ?? []);
  const planned = worked.parts.reduce((sum, { minutes }) => sum + minutes, 0);
  const seconds = spent.reduce((sum, one) => sum + one, 0);
  const time = spent.length > 0 ? `, ${Math.round(seconds / 60)} of ${planned} min` : "";
  return `${how}${far}${time}`;
}

/**
 * What somebody who missed a class has to catch up with, from what it covered anew.
 * @example
 * catchUp(readLog([]), [], "leader") // []
 */
export function catchUp(log: ClassLog, parts: readonly HandoverPart[], role: EnrolmentRole): string[] {
  return parts.flatMap((part) => {
    const reached: Layer | null = reachedLayer(notedAt(log, "mark", part.id), part.layers);
    if (!part.isNew || reached === null) return [];
    const { words, minutes } = drillFor(reached, role === "both" ? "leader" : role);
    return [`${part.title}: ${words} (${minutes} min)`];
  });
}

/**
 * A class for the staff: where it stands, who struggled, what was promised, what is unfinished, who was missing and
 * what they must catch up with. Unlike a recap it names students, so it never leaves the staff.
 * @example
 * handover(readLog([]), { parts: [], students: [], next: ["Turn"] }).length // 2
 */
export function handover(log: ClassLog, { parts, students, next }: HandoverSection): RecapBlock[] {
  const figures = figuresOf(parts);
  const remarks = (kind: RemarkKind) => remarksOf(log).filter((remark) => remark.kind === kind);
  const said = (title: string, kind: RemarkKind) =>
    section(
      title,
      remarks(kind).map((remark) => [text(remark.text)]),
    );
  const missing = students.filter(({ id }) => !wasHere(log, id));
  const here = students.filter(({ id }) => wasHere(log, id));
  const counted = students.some(({ id }) => notedAt(log, "attendance", id) !== null);
  const leaders = here.filter(({ role }) => role === "leader").length;
  return [
    ...(counted
      ? [
          paragraph(
            text(
              `${here.length} of ${students.length} were there, ${leaders} of them ${leaders === 1 ? "a leader" : "leaders"}.`,
            ),
          ),
        ]
      : []),
    ...section(
      "Where the class stands",
      figures.map((figure) => line(figure.title, standing(log, figure))),
    ),
    ...section(
      "Unfinished",
      figures.filter((figure) => !isDone(log, figure)).map(({ title }) => [text(title)]),
    ),
    ...said("Who struggled", "struggled"),
    ...said("Promised", "promised"),
    ...said("Notes", "note"),
    ...section(
      "Missed it",
      missing.map(({ name, role }) =>
        line(name, catchUp(log, parts, role).join("; ") || "nothing new to catch up with"),
      ),
    ),
    ...section(
      "New next week",
      next.map((name) => [text(name)]),
    ),
  ];
}
