import {
  contentOfSequence,
  type FieldError,
  type SequenceContent,
  type SequenceRecord,
  type SequenceVersion,
} from "@map-step/contract";
import { figureItemsOf, type SequenceItem } from "@map-step/core/sequence";
import { inTransaction } from "../../db/ambient.ts";
import { bringBack, changeAt, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { newSecret } from "../../db/secret.ts";
import { keepVersion, listVersions } from "../../db/versions.ts";
import { invalid } from "../../http/problems.ts";
import { readSequence } from "./read.ts";

/** Where each figure of a sequence stands, as the fields of a form are named. */
const placesOf = (items: readonly SequenceItem[], path: string): [figureId: string, path: string][] =>
  items.flatMap((item, at) =>
    item.kind === "figure"
      ? [[item.figureId, `${path}.${at}.figureId`] as [string, string]]
      : item.ways.flatMap((way, index) => placesOf(way, `${path}.${at}.ways.${index}`)),
  );

/** Refuses figures and levels that the dance does not have; what is named is held until the work under way is done. */
async function refuseStrangers(db: Database, { danceId, levelId, items }: SequenceContent): Promise<void> {
  const ids = [...new Set(figureItemsOf(items).map(({ figureId }) => figureId))];
  const figures = await rowsOf<{ id: string }>(
    db,
    "select id from figures where id = any($ids::uuid[]) and dance_id = $danceId and deleted_at is null for share",
    { ids, danceId },
  );
  const known = new Set(figures.map(({ id }) => id));
  const faults: FieldError[] = placesOf(items, "items").flatMap(([id, path]) =>
    known.has(id) ? [] : [{ path, message: "This dance does not have that figure" }],
  );
  if (levelId !== null && (await db.Level.count({ where: { id: levelId, danceId, deletedAt: null } })) === 0)
    faults.push({ path: "levelId", message: "This dance does not have that level" });
  if ((await db.Dance.count({ where: { id: danceId } })) === 0)
    faults.push({ path: "danceId", message: "There is no such dance" });
  if (faults.length > 0) throw invalid(faults);
}

export const createSequence = (
  db: Database,
  content: SequenceContent,
  staffId: string,
): Promise<SequenceRecord> =>
  inTransaction(db, async () => {
    await refuseStrangers(db, content);
    const { id } = await db.Sequence.create({ ...content, changedBy: staffId });
    await keepVersion(db.SequenceVersion, { sequenceId: id }, { content }, staffId);
    return readSequence(db, id);
  });

export const changeSequence = (
  db: Database,
  id: string,
  { version, ...content }: SequenceContent & { version: number },
  staffId: string,
): Promise<SequenceRecord> =>
  inTransaction(db, async () => {
    await changeAt(db, db.Sequence, id, version, content, () => readSequence(db, id));
    await refuseStrangers(db, content);
    await keepVersion(db.SequenceVersion, { sequenceId: id }, { content }, staffId);
    return readSequence(db, id);
  });

export async function listSequenceVersions(db: Database, id: string): Promise<SequenceVersion[]> {
  await readSequence(db, id);
  return (await listVersions(db, db.SequenceVersion, { sequenceId: id })).map(({ row, ...version }) => ({
    ...version,
    content: row.content,
  }));
}

/** Takes a sequence away; `restoreSequence` brings it back. Its link is dead meanwhile. */
export const removeSequence = (db: Database, id: string): Promise<Record<string, never>> =>
  markRemoved(db, db.Sequence, id);

export async function restoreSequence(db: Database, id: string): Promise<SequenceRecord> {
  await bringBack(db, db.Sequence, id, (removed) => refuseStrangers(db, contentOfSequence(removed)));
  return readSequence(db, id);
}

const withLink =
  (secretNow: () => string | null) =>
  (db: Database, id: string, version: number): Promise<SequenceRecord> =>
    inTransaction(db, async () => {
      const secret = secretNow();
      const kept = { secret: secret === null ? null : db.links.seal(secret) };
      await changeAt(db, db.Sequence, id, version, kept, () => readSequence(db, id));
      return readSequence(db, id);
    });

/** Gives a sequence an address that cannot be guessed; the one before is dead from then on. */
export const shareSequence = withLink(newSecret);
/** Kills the address for good; sharing again gives a new one. */
export const unshareSequence = withLink(() => null);
