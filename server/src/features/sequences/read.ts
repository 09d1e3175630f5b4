import {
  contentOfSequence,
  type LocaleFormat,
  type PublicSequence,
  type SequenceContent,
  type SequenceRecord,
  type SequenceSummary,
} from "@map-step/contract";
import { figureItemsOf } from "@map-step/core/sequence";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";
import { readLibrary } from "../figures/library.ts";
import { shownFigures } from "../figures/shown.ts";
import { LOCALE_FORMAT } from "../settings/service.ts";

/** The sequences of the studio, by dance and name. */
export async function listSequences(db: Database): Promise<SequenceSummary[]> {
  const rows = await rowsOf<Omit<SequenceSummary, "changedAt"> & { changedAt: Date }>(
    db,
    `select s.id, s.version, s.dance_id as "danceId", s.name, s.level_id as "levelId", s.loops,
       s.phrase_beats as "phraseBeats", s.bpm, s.items,
       (select count(distinct id)::int from jsonb_path_query(s.items, 'strict $.**.figureId') as id) as figures,
       s.secret is not null as "isShared", coalesce(staff.name, '') as "changedBy", s.updated_at as "changedAt"
     from sequences s join dances on dances.id = s.dance_id left join staff on staff.id = s.changed_by
     where s.deleted_at is null order by dances.name, lower(s.name)`,
  );
  return rows.map((row) => ({ ...row, changedAt: row.changedAt.toISOString() }));
}

interface Kept extends Omit<SequenceRecord, "changedAt"> {
  readonly changedAt: Date;
}

export async function readSequence(db: Database, id: string): Promise<SequenceRecord> {
  const [row] = await rowsOf<Kept>(
    db,
    `select s.id, s.version, s.dance_id as "danceId", s.level_id as "levelId", s.name, s.loops,
       s.phrase_beats as "phraseBeats", s.bpm, s.note, s.items, s.secret,
       coalesce(staff.name, '') as "changedBy", s.updated_at as "changedAt"
     from sequences s left join staff on staff.id = s.changed_by where s.id = $id and s.deleted_at is null`,
    { id },
  );
  if (!row) throw notFound();
  return { ...row, secret: db.links.unseal(row.secret), changedAt: row.changedAt.toISOString() };
}

/** What anyone with the address sees: the sequence as it is now, with the figures it dances. */
export async function readPublicSequence(db: Database, secret: string): Promise<PublicSequence> {
  const [found] = await rowsOf<{ id: string; studioName: string | null; localeFormat: LocaleFormat }>(
    db,
    `select id, (select name from studio) as "studioName", ${LOCALE_FORMAT} as "localeFormat" from sequences
     where secret = any($kept) and deleted_at is null`,
    { kept: db.links.asKept(secret) },
  );
  if (!found) throw notFound("This routine is not shared any more. Ask your teacher for the new link.");
  const content = contentOfSequence(await readSequence(db, found.id));
  const library = await readLibrary(db, content.danceId);
  const ids = new Set(figureItemsOf(content.items).map(({ figureId }) => figureId));
  return {
    studioName: found.studioName ?? "",
    localeFormat: found.localeFormat,
    content: { ...content, levelId: null },
    dance: library.dance,
    figures: shownFigures(ids, library),
  };
}

/** Names of the sequences that dance a figure. */
export async function sequencesWith(db: Database, figureId: string): Promise<string[]> {
  const rows = await rowsOf<{ name: string }>(
    db,
    `select name from sequences where deleted_at is null and exists
       (select from jsonb_path_query(items, 'strict $.**.figureId') as one where one = to_jsonb($figureId::text))
     order by name`,
    { figureId },
  );
  return rows.map(({ name }) => name);
}

/** Sequences by their ids, removed ones missing, without the level that they are for. */
export async function sequencesIn(
  db: Database,
  ids: readonly string[],
): Promise<{ id: string; content: SequenceContent }[]> {
  if (ids.length === 0) return [];
  const rows = await db.Sequence.findAll({ where: { id: [...new Set(ids)], deletedAt: null } });
  return rows.map((row) => ({ id: row.id, content: { ...contentOfSequence(row), levelId: null } }));
}
