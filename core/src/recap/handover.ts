import type { Layer } from "../figure/index.ts";
import { type ClassLog, notedAt, type RemarkKind, reachedLayer, remarksOf } from "../lesson/index.ts";
import type { Role } from "../notation/index.ts";
import { bold, bullets, heading, paragraph, type RecapBlock, type RecapText, text } from "./document.ts";
import { drillFor } from "./drills.ts";

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
  readonly students: readonly { readonly id: string; readonly name: string; readonly role: Role }[];
  /** Names of the figures that are new in the next lesson. */
  readonly next: readonly string[];
}

const line = (name: string, words: string): readonly RecapText[] => [bold(name), text(`: ${words}`)];
const section = (title: string, items: readonly (readonly RecapText[])[]): RecapBlock[] =>
  items.length === 0 ? [] : [heading(title), bullets(items)];

/** How far a part got and how long it took, in words. */
function standing(log: ClassLog, part: HandoverPart): string {
  const mark = notedAt(log, "mark", part.id);
  const reached = reachedLayer(mark, part.layers);
  const spent = notedAt(log, "spent", part.id);
  const how = !mark || mark.covered === "not-done" ? "not done" : mark.covered === "done" ? "done" : "begun";
  const far = reached ? `, as far as ${reached}` : "";
  const time = spent ? `, ${Math.round(spent.seconds / 60)} of ${part.minutes} min` : "";
  return `${how}${far}${time}`;
}

/** What somebody who missed a class has to catch up with, from what it covered anew. */
export function catchUp(log: ClassLog, parts: readonly HandoverPart[], role: Role): string[] {
  return parts.flatMap((part) => {
    const reached: Layer | null = reachedLayer(notedAt(log, "mark", part.id), part.layers);
    if (!part.isNew || reached === null) return [];
    const { words, minutes } = drillFor(reached, role);
    return [`${part.title}: ${words} (${minutes} min)`];
  });
}

/**
 * A class for the staff: where it stands, who struggled, what was promised, what is unfinished, who was missing and
 * what they must catch up with. Unlike a recap it names students, so it never leaves the staff.
 */
export function handover(log: ClassLog, { parts, students, next }: HandoverSection): RecapBlock[] {
  const figures = parts.filter(({ figureId }) => figureId !== null);
  const isOpen = ({ id }: HandoverPart): boolean => notedAt(log, "mark", id)?.covered !== "done";
  const remarks = (kind: RemarkKind) => remarksOf(log).filter((remark) => remark.kind === kind);
  const said = (title: string, kind: RemarkKind) =>
    section(
      title,
      remarks(kind).map((remark) => [text(remark.text)]),
    );
  const missing = students.filter(({ id }) => notedAt(log, "attendance", id)?.present === false);
  const here = students.filter(({ id }) => notedAt(log, "attendance", id)?.present === true);
  const counted = here.length + missing.length > 0;
  const leaders = here.filter(({ role }) => role === "leader").length;
  return [
    ...(counted
      ? [paragraph(text(`${here.length} of ${students.length} were there, ${leaders} of them leaders.`))]
      : []),
    ...section(
      "Where the class stands",
      figures.map((part) => line(part.title, standing(log, part))),
    ),
    ...section(
      "Unfinished",
      figures.filter(isOpen).map(({ title }) => [text(title)]),
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
