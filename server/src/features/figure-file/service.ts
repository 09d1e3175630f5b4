import { createHash } from "node:crypto";
import type { FigureRecord, JudgedFile } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { invalid, stale } from "../../http/problems.ts";
import { currentUser } from "../../http/request.ts";
import type { FigureRows, FileRows } from "../../work/work.ts";
import { FIGURE_COLUMNS, readLibraries } from "../figures/library.ts";
import { writeLinks } from "../figures/links.ts";
import { lockLibrary, staffIdsOf } from "../figures/service.ts";
import { type Judged, judgeFile, type LibraryOfFile } from "./judge.ts";
import { judgeDances } from "./judge-dances.ts";

async function libraryOf(db: Database): Promise<LibraryOfFile> {
  const libraries = [...(await readLibraries(db, "all")).values()];
  return {
    dances: libraries.map(({ dance }) => dance),
    figures: libraries.flatMap(({ figures }) => figures),
    staffIds: await staffIdsOf(db),
  };
}

/** Changes whenever a figure or a dance does. */
function basisOf({ figures, dances }: LibraryOfFile): string {
  const versions = [...figures, ...dances].map(({ id, version }) => `${id} ${version}`).sort();
  return createHash("sha256").update(versions.join()).digest("base64url");
}

/** What would become of everything in a file, and what there would be to write. */
function judge({ rows, dances }: FigureRows, library: LibraryOfFile) {
  const judged = judgeDances(dances, library.dances);
  const coming = judged.flatMap(({ next }) => next ?? []);
  const figures = judgeFile(rows, { ...library, dances: [...library.dances, ...coming] });
  const told: JudgedFile = {
    dances: judged.map((one) => one.told),
    rows: figures.map((one) => one.told),
    basis: basisOf(library),
  };
  return { told, coming, figures };
}

/** What would become of each row. Changes nothing. */
export const previewFile = async (db: Database, file: FigureRows): Promise<JudgedFile> =>
  judge(file, await libraryOf(db)).told;

/** New values of many figures at once, each of which counts as an edit. */
const updateAll = (db: Database, figures: readonly FigureRecord[]): Promise<unknown> =>
  rowsOf(
    db,
    `update figures set ${FIGURE_COLUMNS.map(({ column }) => `${column} = next.${column}`).join(", ")}, version = figures.version + 1, updated_at = now(),
       changed_by = $by
     from jsonb_populate_recordset(null::figures, $figures::jsonb) as next
     where figures.id = next.id returning figures.id`,
    {
      by: currentUser()?.id ?? null,
      figures: JSON.stringify(
        figures.map((figure) => ({
          id: figure.id,
          ...Object.fromEntries(FIGURE_COLUMNS.map(({ name, column }) => [column, figure[name]])),
        })),
      ),
    },
  );

/** Figures first, without their ties to each other; then the ties, when all of them are there. */
async function write(db: Database, judged: readonly Judged[]): Promise<void> {
  const wanted = judged.flatMap(({ told, next, now }) =>
    next && (told.verdict === "added" || told.verdict === "changed") ? [{ next, now }] : [],
  );
  const added = wanted.filter(({ now }) => now === null).map(({ next }) => next);
  await db.Figure.bulkCreate(added.map((figure) => ({ ...figure, variantOfId: null })));
  await updateAll(
    db,
    wanted.filter(({ next, now }) => now !== null || next.variantOfId !== null).map(({ next }) => next),
  );
  await writeLinks(
    db,
    wanted.map(({ next }) => next),
  );
}

/**
 * Takes a whole file in, or nothing of it.
 * @param basis the library as it was when the file was looked at
 * @throws a problem naming each refused row; a stale problem with the file judged anew when the library changed
 */
export const takeInFile = (db: Database, file: FigureRows, basis: string): Promise<JudgedFile> =>
  inTransaction(db, async () => {
    await lockLibrary(db);
    const { told, coming, figures } = judge(file, await libraryOf(db));
    if (basis !== told.basis) throw stale(told);
    refuseAny(told);
    await db.Dance.bulkCreate(coming);
    await write(db, figures);
    return told;
  });

/** @throws a problem naming each refused dance and row */
function refuseAny({ dances, rows }: Pick<JudgedFile, "dances" | "rows">): void {
  const faults = [
    ...dances.map(({ reasons }, at) => ({ place: `dances.${at}`, reasons })),
    ...rows.map(({ row, reasons }) => ({ place: `rows.${row - 1}`, reasons })),
  ].flatMap(({ place, reasons }) =>
    reasons.map(({ path, message }) => ({ path: `${place}.${path}`, message })),
  );
  if (faults.length > 0) throw invalid(faults);
}

/**
 * Adds figures that ship with the product, within the work under way.
 * @throws a problem naming each that is refused
 */
export async function addFigures(db: Database, rows: FileRows): Promise<void> {
  await lockLibrary(db);
  const judged = judgeFile(rows, await libraryOf(db));
  refuseAny({ dances: [], rows: judged.map((one) => one.told) });
  await write(db, judged);
}
