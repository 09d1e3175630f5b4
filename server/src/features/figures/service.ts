import { randomUUID } from "node:crypto";
import type { DanceRecord, FieldError, FigureContent, FigureRecord } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import { bringBack, changeAt, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { lockTable, rowsOf } from "../../db/query.ts";
import { inUse, invalid } from "../../http/problems.ts";
import { currentUser } from "../../http/request.ts";
import { sequencesWith } from "../sequences/read.ts";
import { checkFigure, layOut, madeOf, type Surroundings, withNewName } from "./checks.ts";
import { readFigure, readFigures, readLibraries } from "./library.ts";
import { writeLinks } from "./links.ts";

/**
 * Holds the library still until the transaction ends: two edits at once could close a circle, or leave a
 * figure using another, that neither does alone.
 */
export const lockLibrary = (db: Database) => lockTable(db, "figure_needs");

export const staffIdsOf = async (db: Database): Promise<ReadonlySet<string>> =>
  new Set((await rowsOf<{ id: string }>(db, "select id from staff")).map(({ id }) => id));

const contentOf = ({ id: _id, version: _version, ...content }: FigureRecord): FigureContent => content;

/** The library of a figure's dance as it would be with the figure in it, others changed with it, if any. */
async function surroundingsWith(
  db: Database,
  figure: FigureRecord,
  changed: (figures: readonly FigureRecord[], dance: DanceRecord) => readonly FigureRecord[] = (figures) =>
    figures,
): Promise<Surroundings> {
  const library = (await readLibraries(db, [figure.danceId])).get(figure.danceId);
  const figures = (library ? changed(library.figures, library.dance) : []).filter(
    ({ id }) => id !== figure.id,
  );
  const links = [...figure.needs, ...figure.helps, ...(figure.variantOfId ? [figure.variantOfId] : [])];
  const elsewhere = await readFigures(
    db,
    links.filter((id) => id !== figure.id && !library?.byId.has(id)),
  );
  return layOut(library ? [library.dance] : [], [...figures, figure, ...elsewhere], await staffIdsOf(db));
}

/** The content as it is kept. @throws a problem naming each fault and its place */
function checked(figure: FigureRecord, surroundings: Surroundings): FigureContent {
  const content = contentOf(figure);
  const { errors, notation } = checkFigure({ id: figure.id, content }, surroundings);
  if (errors.length > 0) throw invalid(errors);
  return { ...content, notation };
}

/** A figure that is made of this one and could not be danced any more keeps it from changing so. */
function refuseIfBroken(figure: FigureRecord, surroundings: Surroundings): void {
  for (const user of madeOf([figure], surroundings)) {
    const { errors } = checkFigure({ id: user.id, content: contentOf(user) }, surroundings);
    const [fault] = errors.filter(({ path }) => path === "notation");
    if (fault)
      throw invalid([
        { path: "notation", message: `${user.name} uses it and could not be danced: ${fault.message}` },
      ]);
  }
}

/** What keeps a figure from being as somebody would have it; `null` for one that is not there yet. */
export async function figureFaults(
  db: Database,
  id: string | null,
  content: FigureContent,
): Promise<readonly FieldError[]> {
  const figure = { ...content, id: id ?? randomUUID(), version: 1 };
  return checkFigure({ id: figure.id, content }, await surroundingsWith(db, figure)).errors;
}

export const createFigure = (db: Database, content: FigureContent): Promise<FigureRecord> =>
  inTransaction(db, async () => {
    await lockLibrary(db);
    const figure = { ...content, id: randomUUID(), version: 1 };
    const kept = { ...figure, ...checked(figure, await surroundingsWith(db, figure)) };
    await db.Figure.create(kept);
    await writeLinks(db, [kept]);
    return kept;
  });

/** Writes new notations of some figures, each of which counts as an edit. */
export const rewrite = (db: Database, figures: readonly FigureRecord[]): Promise<unknown> =>
  rowsOf(
    db,
    `update figures set notation = next.notation, version = figures.version + 1, updated_at = now(),
       changed_by = $by
     from unnest($ids::uuid[], $notations::text[]) as next (id, notation)
     where figures.id = next.id returning figures.id`,
    {
      ids: figures.map(({ id }) => id),
      notations: figures.map(({ notation }) => notation),
      by: currentUser()?.id ?? null,
    },
  );

const linksOf = ({ needs, helps, teacherIds }: Pick<FigureContent, "needs" | "helps" | "teacherIds">) =>
  JSON.stringify([needs, helps, teacherIds]);

/** What other figures rest on: while it changes, nobody else may change the library of the dance. */
const reachesOthers = (now: FigureRecord, next: FigureContent): boolean =>
  now.name !== next.name ||
  now.danceId !== next.danceId ||
  now.notation !== next.notation ||
  now.variantOfId !== next.variantOfId ||
  now.needs.join() !== next.needs.join() ||
  now.helps.join() !== next.helps.join();

/**
 * Changes a figure, and with its name the steps that name it. Where nothing changes that others rest on, only its own
 * row is locked; `version` tells whether it is still the one that was looked at.
 * @throws a problem when it was changed meanwhile, or when a figure that uses it could not be danced any more
 */
export const changeFigure = (
  db: Database,
  id: string,
  { version, ...content }: FigureContent & { version: number },
): Promise<FigureRecord> =>
  inTransaction(db, async () => {
    if (reachesOthers(await readFigure(db, id), content)) await lockLibrary(db);
    const now = await readFigure(db, id);
    if (now.danceId !== content.danceId) await refuseIfUsed(db, now, "moved to another dance");
    const renamed: FigureRecord[] = [];
    const next = { ...content, id, version: now.version };
    const surroundings = await surroundingsWith(db, next, (figures, dance) =>
      figures.map((other) => {
        if (now.name === content.name || other.id === id) return other;
        const notation = withNewName(other.notation, now.name, content.name, dance);
        if (notation === other.notation) return other;
        renamed.push({ ...other, notation });
        return { ...other, notation };
      }),
    );
    const { needs, helps, teacherIds, ...own } = checked(next, surroundings);
    if (now.name !== own.name || now.notation !== own.notation) refuseIfBroken(next, surroundings);
    await changeAt(db, db.Figure, id, version, own, () => readFigure(db, id));
    if (linksOf(now) !== linksOf({ needs, helps, teacherIds }))
      await writeLinks(db, [{ id, needs, helps, teacherIds }]);
    if (renamed.length > 0) await rewrite(db, renamed);
    return readFigure(db, id);
  });

async function refuseIfUsed(db: Database, figure: FigureRecord, what: string): Promise<void> {
  const { id, danceId } = figure;
  const { dance, figures = [] } = (await readLibraries(db, [danceId])).get(danceId) ?? {};
  const refuse = (users: readonly { readonly name: string }[], how: string, wayOut: string) => {
    if (users.length === 0) return;
    const names = users.map(({ name }) => name).join(", ");
    throw inUse(`It cannot be ${what} while ${names} ${how}. ${wayOut}`);
  };
  const needing = figures.filter(({ needs }) => needs.includes(id));
  refuse(needing, "needs it", "Take it out of the needs there first.");
  const { usersOf } = layOut(dance ? [dance] : [], figures, new Set());
  refuse(usersOf(figure), "uses its steps", "Change the steps there first.");
  const helped = figures.filter(({ helps }) => helps.includes(id));
  refuse(helped, "is helped by it", "Take it out under “Easier after” there first.");
  const variants = figures.filter(({ variantOfId }) => variantOfId === id);
  refuse(variants, "is a variant of it", "Choose “none” under “Variant of” there first.");
  const levels = await rowsOf<{ name: string }>(
    db,
    `select distinct levels.name from plan_figures join plans on plans.id = plan_id
     join levels on levels.id = plans.level_id where figure_id = $id order by levels.name`,
    { id },
  );
  if (levels.length > 0)
    throw inUse(
      `It cannot be ${what} while a plan of ${levels.map(({ name }) => name).join(", ")} holds it. Take it out there first.`,
    );
  const sequences = await sequencesWith(db, id);
  refuse(
    sequences.map((name) => ({ name })),
    "dances it",
    "Take it out of the sequence first.",
  );
}

/** Takes a figure out of the library; `restoreFigure` brings it back. */
export async function removeFigure(db: Database, id: string): Promise<Record<string, never>> {
  await inTransaction(db, async () => {
    await lockLibrary(db);
    await refuseIfUsed(db, await readFigure(db, id), "removed");
    await markRemoved(db, db.Figure, id);
  });
  return {};
}

/** Brings a figure back if the library of today takes it as it was. */
export const restoreFigure = (db: Database, id: string): Promise<FigureRecord> =>
  inTransaction(db, async () => {
    await lockLibrary(db);
    await bringBack(db, db.Figure, id, async () => {
      const [removed] = await readFigures(db, [id], { removed: true });
      if (removed) checked(removed, await surroundingsWith(db, removed));
    });
    return readFigure(db, id);
  });
