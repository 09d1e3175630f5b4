import { createHash } from "node:crypto";
import type { FigureRecord, JudgedFile } from "@map-step/contract";
import type { Transaction } from "sequelize";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { invalid, stale } from "../../http/problems.ts";
import { writeLinks } from "../figures/links.ts";
import { holdLibrary, readFigure, surroundingsOf } from "../figures/service.ts";
import { type Judged, judgeFile, type Library } from "./judge.ts";

type Rows = readonly Readonly<Record<string, unknown>>[];

async function libraryOf(db: Database, transaction: Transaction): Promise<Library> {
  const dances = await db.Dance.findAll({ transaction });
  return { ...(await surroundingsOf(db, transaction)), dances };
}

/** Changes whenever a figure or a dance does. */
function basisOf({ library, dances }: Library): string {
  const versions = [
    ...library.map(({ id, version }) => `${id}${version}`).sort(),
    ...dances.map(({ id }) => id).sort(),
  ];
  return createHash("sha256").update(versions.join()).digest("base64url");
}

/** What would become of each row. Changes nothing. */
export const previewFile = (db: Database, rows: Rows): Promise<JudgedFile> =>
  db.sequelize.transaction(async (transaction) => {
    const library = await libraryOf(db, transaction);
    return { rows: judgeFile(rows, library).map(({ told }) => told), basis: basisOf(library) };
  });

const contentOf = ({ id: _id, version: _version, needs: _needs, helps: _helps, ...rest }: FigureRecord) => {
  const { teacherIds: _teacherIds, ...content } = rest;
  return content;
};

/** Figures first, without their ties to each other; then the ties, when all of them are there. */
async function write(db: Database, judged: readonly Judged[], transaction: Transaction): Promise<void> {
  const wanted = judged.flatMap(({ told, next, now }) =>
    next && (told.verdict === "added" || told.verdict === "changed") ? [{ next, now }] : [],
  );
  for (const { next, now } of wanted) {
    const content = { ...contentOf(next), variantOfId: null };
    if (now)
      await changeAt(db.Figure, now.id, now.version, content, transaction, () =>
        readFigure(db, now.id, transaction),
      );
    else await db.Figure.create({ ...content, id: next.id }, { transaction });
  }
  for (const { next } of wanted) {
    await writeLinks(db, next.id, next, transaction);
    if (next.variantOfId !== null)
      await db.Figure.update({ variantOfId: next.variantOfId }, { where: { id: next.id }, transaction });
  }
}

/**
 * Takes a whole file in, or nothing of it.
 * @param basis the library as it was when the file was looked at
 * @throws a problem naming each refused row; a stale problem with the file judged anew when the library changed
 */
export const takeInFile = (db: Database, rows: Rows, basis: string): Promise<JudgedFile> =>
  db.sequelize.transaction(async (transaction) => {
    await holdLibrary(db, transaction);
    const library = await libraryOf(db, transaction);
    const judged = judgeFile(rows, library);
    const told: JudgedFile = { rows: judged.map((one) => one.told), basis: basisOf(library) };
    if (basis !== told.basis) throw stale(told);
    const refused = told.rows.filter(({ verdict }) => verdict === "refused");
    if (refused.length > 0)
      throw invalid(
        refused.flatMap(({ row, reasons }) =>
          reasons.map(({ path, message }) => ({ path: `rows.${row - 1}.${path}`, message })),
        ),
      );
    await write(db, judged, transaction);
    return told;
  });
