import { randomUUID } from "node:crypto";
import { isDeepStrictEqual } from "node:util";
import {
  type DanceRecord,
  type FieldError,
  type FigureContent,
  type FigureRecord,
  type FileFigure,
  fileFigure,
  type JudgedRow,
  newFigure,
  tierOfLevel,
  toFileFigure,
} from "@map-step/contract";
import { nameKey } from "@map-step/core/notation";
import { checkFigure, layOut, madeOf, type Surroundings } from "../figures/checks.ts";

/** The dances and figures of the studio, as a file is judged against them. */
export interface LibraryOfFile {
  readonly dances: readonly DanceRecord[];
  readonly figures: readonly FigureRecord[];
  readonly staffIds: ReadonlySet<string>;
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

/** What a new figure must say of itself. */
function missing(data: FileFigure): FieldError[] {
  const wanted = (["kind", "level", "minutes"] as const).filter((field) => data[field] === undefined);
  return wanted.map((path) => ({ path, message: "A new figure needs this" }));
}

/** The figure with what the row says put in the place of what was there; links still by name. */
function merged(data: FileFigure, now: FigureRecord | null, danceId: string): FigureRecord {
  const { dance: _dance, level, needs: _needs, helps: _helps, variantOf: _variantOf, ...own } = data;
  const before = now ?? { ...newFigure(danceId), id: randomUUID(), version: 1 };
  const said = Object.fromEntries(Object.entries(own).filter(([, value]) => value !== undefined));
  return { ...before, ...said, danceId, tier: level ? tierOfLevel(level) : before.tier } as FigureRecord;
}

/** Exchanges the names of other figures for their ids; names that nobody has are faults. */
function linked(data: FileFigure, figure: FigureRecord, named: Surroundings["named"]) {
  const errors: FieldError[] = [];
  const idOf = (name: string, path: string): string[] => {
    const [other] = named(figure.danceId, name);
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
 * left as it is, or refused and why. Changes nothing. Takes about as long as reading all figures once.
 */
export function judgeFile(
  rows: readonly Readonly<Record<string, unknown>>[],
  { dances, figures, staffIds }: LibraryOfFile,
): Judged[] {
  const read = rows.map(readRow);
  const danceNamed = new Map(dances.map((dance) => [nameKey(dance.name), dance]));
  const { named } = layOut(dances, figures, staffIds);
  const keyOf = ({ dance, name }: Read) => `${nameKey(dance)}\n${nameKey(name)}`;
  const firstOf = new Map<string, number>();
  for (const entry of read) if (!firstOf.has(keyOf(entry))) firstOf.set(keyOf(entry), entry.row);

  const entries = read.map((entry) => {
    const { data, errors } = entry;
    if (!data) return { entry, now: null, next: null, errors };
    const dance = danceNamed.get(nameKey(data.dance));
    if (!dance) {
      const message = `There is no dance called ${data.dance}; add it under Figures, Dances first`;
      return { entry, now: null, next: null, errors: [{ path: "dance", message }] };
    }
    const now = named(dance.id, data.name)[0] ?? null;
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
  const byId = new Map([...figures.map((figure) => [figure.id, figure] as const), ...coming]);
  const { named: namedAfter } = layOut(dances, [...byId.values()], staffIds);
  const withLinks = entries.map((entry) => {
    if (!entry.next || !entry.entry.data) return entry;
    const { figure, errors } = linked(entry.entry.data, entry.next, namedAfter);
    return { ...entry, next: figure, errors: [...entry.errors, ...errors] };
  });
  const final = new Map(withLinks.flatMap(({ next }) => (next ? [[next.id, next] as const] : [])));
  for (const [id, figure] of final) byId.set(id, figure);
  const after = layOut(dances, [...byId.values()], staffIds);
  const nameOf = (id: string) => byId.get(id)?.name ?? "";

  return withLinks.map(({ entry, now, next, errors }): Judged => {
    const told = { row: entry.row, dance: entry.dance.trim(), name: entry.name.trim() };
    const refuse = (reasons: readonly FieldError[]): Judged => ({
      told: { ...told, verdict: "refused", differs: [], reasons: [...reasons] },
      next,
      now,
    });
    if (!next) return refuse(errors);
    const checked = checkFigure({ id: next.id, content: contentOf(next) }, after);
    if (errors.length + checked.errors.length > 0) return refuse([...errors, ...checked.errors]);
    const kept = { ...next, notation: checked.notation };
    const broken = brokenBy(kept, final, after);
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
  after: Surroundings,
): FieldError[] {
  return madeOf([figure], after).flatMap((user): FieldError[] => {
    if (inFile.has(user.id)) return [];
    const { errors } = checkFigure({ id: user.id, content: contentOf(user) }, after);
    const [fault] = errors.filter(({ path }) => path === "notation");
    if (!fault) return [];
    const message = `${user.name} uses it and could not be danced any more: ${fault.message}`;
    return [{ path: "notation", message }];
  });
}
