import {
  DANCE_FIELDS,
  type DanceRecord,
  FIELD_NAMES,
  type FigureLine,
  type FigureRecord,
  fieldOf,
  missingFrom,
} from "@map-step/contract";
import { FIGURE_KINDS } from "@map-step/core/figure";
import { isWithinChange } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf, selected } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";
import { DANCERS_COLUMNS } from "../settings/service.ts";

/** A dance and all its figures in full, in the order of the library. */
export interface DanceLibrary {
  readonly dance: DanceRecord;
  readonly figures: readonly FigureRecord[];
  readonly byId: ReadonlyMap<string, FigureRecord>;
}

interface Kept extends DanceLibrary {
  readonly key: string;
}

/** So many dances are kept ready; the one not asked for longest goes first. */
const MOST_KEPT = 24;
const kept = new Map<string, Kept>();

/** The fields that are kept in the table of figures itself, each with its column. */
export const FIGURE_COLUMNS = FIELD_NAMES.flatMap((name) => {
  const { column } = fieldOf(name);
  return column === null ? [] : [{ name, column }];
});

const FIGURES = `
  select f.id, f.version, ${FIGURE_COLUMNS.map(({ name, column }) => `f.${column} as "${name}"`).join(", ")},
    array(select needs_id::text from figure_needs where figure_id = f.id order by position) as needs,
    array(select helped_by_id::text from figure_helps where figure_id = f.id order by position) as helps,
    array(select staff_id::text from figure_teachers where figure_id = f.id order by staff_id) as "teacherIds"
  from figures f`;
const PRESENT = "f.deleted_at is null";

const rank = new Map(FIGURE_KINDS.map((kind, index) => [kind, index]));
const { compare: byName } = new Intl.Collator("en");
type Ordered = Pick<FigureRecord, "kind" | "tier" | "name">;

/** By kind, then tier, then name. */
export const inOrder = (a: Ordered, b: Ordered): number =>
  (rank.get(a.kind) ?? 0) - (rank.get(b.kind) ?? 0) || a.tier - b.tier || byName(a.name, b.name);

interface DanceRow extends DanceRecord {
  readonly libraryVersion: string;
  readonly studioVersion: number;
}

const readDances = (db: Database, ids: readonly string[] | "all"): Promise<DanceRow[]> =>
  rowsOf<DanceRow>(
    db,
    `select d.id, d.version, ${selected(Object.keys(DANCE_FIELDS), "d")}, d.library_version as "libraryVersion",
       ${DANCERS_COLUMNS}, (select version from studio) as "studioVersion"
     from dances d ${ids === "all" ? "" : "where d.id = any($ids::uuid[])"}`,
    ids === "all" ? {} : { ids: [...new Set(ids)] },
  );

/**
 * The libraries of some dances, by the dance's id. A library is read again only when something in it was written
 * since: every write of a figure gives its dance another number, which is read first. What a transaction sees of its
 * own changes is not kept.
 */
export async function readLibraries(
  db: Database,
  danceIds: readonly string[] | "all",
): Promise<ReadonlyMap<string, DanceLibrary>> {
  const dances = await readDances(db, danceIds);
  const found = new Map<string, DanceLibrary>();
  const missing: (DanceRow & { readonly key: string })[] = [];
  for (const dance of dances) {
    const key = `${dance.libraryVersion}.${dance.version}.${dance.studioVersion}`;
    const known = kept.get(dance.id);
    if (known?.key !== key) missing.push({ ...dance, key });
    else {
      kept.delete(dance.id);
      kept.set(dance.id, known);
      found.set(dance.id, known);
    }
  }
  if (missing.length === 0) return found;
  const rows = await rowsOf<FigureRecord>(
    db,
    `${FIGURES} where ${PRESENT} and f.dance_id = any($ids::uuid[])`,
    {
      ids: missing.map(({ id }) => id),
    },
  );
  for (const { key, libraryVersion: _number, studioVersion: _other, ...dance } of missing) {
    const figures = rows.filter(({ danceId }) => danceId === dance.id).sort(inOrder);
    const library: Kept = {
      key,
      dance,
      figures,
      byId: new Map(figures.map((figure) => [figure.id, figure])),
    };
    found.set(dance.id, library);
    if (isWithinChange()) continue;
    kept.set(dance.id, library);
    const [oldest] = kept.keys();
    if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
  }
  return found;
}

/** The library of one dance. @throws a not-found problem */
export async function readLibrary(db: Database, danceId: string): Promise<DanceLibrary> {
  const library = (await readLibraries(db, [danceId])).get(danceId);
  if (!library) throw notFound();
  return library;
}

/** Figures by their ids, whatever their dance; those that are there, or those that were removed. */
export const readFigures = (
  db: Database,
  ids: readonly string[],
  { removed = false } = {},
): Promise<FigureRecord[]> =>
  ids.length === 0
    ? Promise.resolve([])
    : rowsOf(db, `${FIGURES} where f.id = any($ids::uuid[]) and ${removed ? `not (${PRESENT})` : PRESENT}`, {
        ids,
      });

/** @throws a not-found problem */
export async function readFigure(db: Database, id: string): Promise<FigureRecord> {
  const [figure] = await readFigures(db, [id]);
  if (!figure) throw notFound();
  return figure;
}

/** The whole studio's figures in short, as long as its libraries stay the same. */
let lines: { readonly of: readonly DanceLibrary[]; readonly lines: readonly FigureLine[] } | null = null;

/** All figures of the studio in short, in the order of the library. */
export async function listFigureLines(db: Database): Promise<readonly FigureLine[]> {
  const libraries = [...(await readLibraries(db, "all")).values()];
  const same = libraries.length === lines?.of.length && libraries.every((one) => lines?.of.includes(one));
  if (!same || !lines)
    lines = {
      of: libraries,
      lines: libraries
        .flatMap(({ figures }) => figures.map((figure) => ({ ...figure, missing: missingFrom(figure) })))
        .sort(inOrder),
    };
  return lines.lines;
}
