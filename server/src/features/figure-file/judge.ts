import { randomUUID } from "node:crypto";
import { isDeepStrictEqual } from "node:util";
import {
  type FieldError,
  type FigureContent,
  type FigureRecord,
  type FileFigure,
  fileFigure,
  type JudgedRow,
  tierOfLevel,
  toFileFigure,
} from "@map-step/contract";
import { checkFigure, isComposed, type Surroundings, usersOf } from "../figures/checks.ts";

export interface NamedDance {
  readonly id: string;
  readonly name: string;
  readonly slowBeats: number;
  readonly quickBeats: number;
}

export interface Library extends Surroundings {
  readonly dances: readonly NamedDance[];
}

/** What a row comes to: what is said of it, and what to write when it is taken in. */
export interface Judged {
  readonly told: JudgedRow;
  /** The figure as it would be, and as it is now; nothing for a row that cannot be read. */
  readonly next: FigureRecord | null;
  readonly now: FigureRecord | null;
}

interface Read {
  readonly row: number;
  readonly data: FileFigure | null;
  readonly name: string;
  readonly dance: string;
  readonly errors: FieldError[];
}

const sameName = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

function readRow(value: Readonly<Record<string, unknown>>, index: number): Read {
  const parsed = fileFigure.safeParse(value);
  const text = (key: string) => (typeof value[key] === "string" ? value[key] : "");
  return {
    row: index + 1,
    data: parsed.success ? parsed.data : null,
    name: text("name"),
    dance: text("dance"),
    errors: parsed.success
      ? []
      : parsed.error.issues.map(({ path, message }) => ({ path: path.join("."), message })),
  };
}

const NEW: Omit<FigureRecord, "id" | "version" | "danceId" | "name" | "kind" | "tier" | "minutes"> = {
  otherNames: [],
  notation: "",
  needs: [],
  helps: [],
  variantOfId: null,
  teacherIds: [],
  cues: [],
  slips: [],
  cautions: [],
};

/** What a new figure must say of itself. */
function missing(data: FileFigure): FieldError[] {
  const wanted = (["kind", "level", "minutes"] as const).filter((field) => data[field] === undefined);
  return wanted.map((path) => ({ path, message: "A new figure needs this" }));
}

/** The figure with what the row says put in the place of what was there; links still by name. */
function merged(data: FileFigure, now: FigureRecord | null, danceId: string): FigureRecord {
  const { dance: _dance, level, needs: _needs, helps: _helps, variantOf: _variantOf, ...own } = data;
  const before = now ?? { ...NEW, id: randomUUID(), version: 1, danceId, kind: "basic", tier: 1, minutes: 1 };
  const said = Object.fromEntries(Object.entries(own).filter(([, value]) => value !== undefined));
  return { ...before, ...said, danceId, tier: level ? tierOfLevel(level) : before.tier } as FigureRecord;
}

/** Exchanges the names of other figures for their ids; names that nobody has are faults. */
function linked(data: FileFigure, figure: FigureRecord, library: readonly FigureRecord[]) {
  const errors: FieldError[] = [];
  const idOf = (name: string, path: string): string[] => {
    const other = library.find((one) => one.danceId === figure.danceId && sameName(one.name, name));
    if (!other) errors.push({ path, message: `There is no ${name} in this dance, nor in the file` });
    return other ? [other.id] : [];
  };
  const idsOf = (names: readonly string[] | undefined, path: string, before: readonly string[]) =>
    names ? [...new Set(names.flatMap((name, index) => idOf(name, `${path}.${index}`)))] : [...before];
  const variantIdOf = (name: string) => (name === "" ? null : (idOf(name, "variantOf")[0] ?? null));
  const next = {
    ...figure,
    needs: idsOf(data.needs, "needs", figure.needs),
    helps: idsOf(data.helps, "helps", figure.helps),
    variantOfId: data.variantOf === undefined ? figure.variantOfId : variantIdOf(data.variantOf),
  };
  return { figure: next, errors };
}

const contentOf = ({ id: _id, version: _version, ...content }: FigureRecord): FigureContent => content;

/** The fields of the file's form in which two figures differ. */
function differences(now: FigureRecord, next: FigureRecord, nameOf: (id: string) => string): string[] {
  const [before, after] = [toFileFigure(now, "", nameOf), toFileFigure(next, "", nameOf)];
  const keys = Object.keys(after) as (keyof FileFigure)[];
  return keys.filter((key) => !isDeepStrictEqual(before[key], after[key]));
}

/**
 * Judges every row of a file against the library and against the other rows: what would be added, changed,
 * left as it is, or refused and why. Changes nothing.
 */
export function judgeFile(rows: readonly Readonly<Record<string, unknown>>[], library: Library): Judged[] {
  const read = rows.map(readRow);
  const danceOf = (name: string) => library.dances.find((dance) => sameName(dance.name, name));
  const keyOf = ({ dance, name }: Read) => `${dance.trim().toLowerCase()}\n${name.trim().toLowerCase()}`;
  const firstOf = new Map<string, number>();
  for (const entry of read) if (!firstOf.has(keyOf(entry))) firstOf.set(keyOf(entry), entry.row);

  const entries = read.map((entry) => {
    const { data, errors } = entry;
    if (!data) return { entry, now: null, next: null, errors };
    const dance = danceOf(data.dance);
    if (!dance) {
      const message = `There is no dance called ${data.dance}; add it under Figures, Dances first`;
      return { entry, now: null, next: null, errors: [{ path: "dance", message }] };
    }
    const now =
      library.library.find((one) => one.danceId === dance.id && sameName(one.name, data.name)) ?? null;
    const first = firstOf.get(keyOf(entry)) ?? entry.row;
    const twice =
      first === entry.row ? [] : [{ path: "name", message: `The same figure stands in row ${first}` }];
    return {
      entry,
      now,
      next: twice.length > 0 ? null : merged(data, now, dance.id),
      errors: [...twice, ...(now ? [] : missing(data))],
    };
  });

  const coming = new Map(entries.flatMap(({ next }) => (next ? [[next.id, next] as const] : [])));
  const draft = [
    ...library.library.map((figure) => coming.get(figure.id) ?? figure),
    ...[...coming.values()].filter(({ id }) => !library.library.some((figure) => figure.id === id)),
  ];
  const withLinks = entries.map((entry) => {
    if (!entry.next || !entry.entry.data) return entry;
    const { figure, errors } = linked(entry.entry.data, entry.next, draft);
    return { ...entry, next: figure, errors: [...entry.errors, ...errors] };
  });
  const final = new Map(withLinks.flatMap(({ next }) => (next ? [[next.id, next] as const] : [])));
  const after = draft.map((figure) => final.get(figure.id) ?? figure);
  const nameOf = (id: string) => after.find((figure) => figure.id === id)?.name ?? "";

  return withLinks.map(({ entry, now, next, errors }): Judged => {
    const told = { row: entry.row, dance: entry.dance.trim(), name: entry.name.trim() };
    const refuse = (reasons: readonly FieldError[]): Judged => ({
      told: { ...told, verdict: "refused", differs: [], reasons: [...reasons] },
      next,
      now,
    });
    if (!next) return refuse(errors);
    const content = contentOf(next);
    const checked = checkFigure({ id: next.id, content }, { ...library, library: after });
    if (errors.length + checked.errors.length > 0) return refuse([...errors, ...checked.errors]);
    const kept = { ...next, notation: checked.notation };
    const broken = brokenBy(kept, final, { ...library, library: after });
    if (broken.length > 0) return refuse(broken);
    const differs = now ? differences(now, kept, nameOf) : [];
    const verdict = now ? (differs.length > 0 ? "changed" : "same") : "added";
    return { told: { ...told, verdict, differs, reasons: [] }, next: kept, now };
  });
}

/** Figures outside the file that are made of this one and could not be danced any more. */
function brokenBy(
  figure: FigureRecord,
  inFile: ReadonlyMap<string, FigureRecord>,
  surroundings: Surroundings,
): FieldError[] {
  const seen = new Set<string>();
  const waiting = [figure];
  for (const at of waiting)
    for (const user of usersOf(surroundings.library, at)) {
      if (seen.has(user.id) || !isComposed(user)) continue;
      seen.add(user.id);
      waiting.push(user);
    }
  return waiting.slice(1).flatMap((user): FieldError[] => {
    if (inFile.has(user.id)) return [];
    const { errors } = checkFigure({ id: user.id, content: contentOf(user) }, surroundings);
    const [fault] = errors.filter(({ path }) => path === "notation");
    return fault
      ? [
          {
            path: "notation",
            message: `${user.name} uses it and could not be danced any more: ${fault.message}`,
          },
        ]
      : [];
  });
}
