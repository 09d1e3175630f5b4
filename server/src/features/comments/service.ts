import type { Call, Comment, CommentContent, Commented, HistoryList, Person } from "@map-step/contract";
import { mentionsIn } from "@map-step/core/comment";
import { inTransaction } from "../../db/ambient.ts";
import { bringBack, changeAt, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { forbidden, invalid, notFound } from "../../http/problems.ts";
import { placeOf } from "../history/places.ts";

const FIELDS = `c.id, c.version, c.list, c.thing_id as "thingId", c.week, c.counts, c.reply_to as "replyTo", c.text,
  c.mentions, c.staff_id as "staffId", staff.name as by, c.created_at as at, c.edited_at as "editedAt",
  c.resolved_at as "resolvedAt", resolver.name as "resolvedBy"`;
const TABLES = `comments c join staff on staff.id = c.staff_id left join staff resolver on resolver.id = c.resolved_by`;

type Kept<T extends Comment> = Omit<T, "at" | "editedAt" | "resolvedAt"> & {
  readonly at: Date;
  readonly editedAt: Date | null;
  readonly resolvedAt: Date | null;
};

const asSent = <T extends Comment>({ at, editedAt, resolvedAt, ...rest }: Kept<T>): T =>
  ({
    ...rest,
    at: at.toISOString(),
    editedAt: editedAt?.toISOString() ?? null,
    resolvedAt: resolvedAt?.toISOString() ?? null,
  }) as unknown as T;

/** Everything said about a thing, the oldest first. */
export async function commentsOn(db: Database, list: Commented, thingId: string): Promise<Comment[]> {
  const rows = await rowsOf<Kept<Comment>>(
    db,
    `select ${FIELDS} from ${TABLES} where c.list = $list and c.thing_id = $thingId and c.deleted_at is null
     order by c.created_at, c.id`,
    { list, thingId },
  );
  return rows.map((row) => asSent(row));
}

async function readComment(db: Database, id: string): Promise<Comment> {
  const [row] = await rowsOf<Kept<Comment>>(
    db,
    `select ${FIELDS} from ${TABLES} where c.id = $id and c.deleted_at is null`,
    { id },
  );
  if (!row) throw notFound();
  return asSent(row);
}

/** What each sort of comment hangs on: a lesson and a recap are told by their section. */
const HANGS_ON: Readonly<Record<Commented, HistoryList>> = {
  figures: "figures",
  plans: "plans",
  lessons: "sections",
  recaps: "sections",
  sequences: "sequences",
  checks: "checks",
};
const ABOUT_ALL = (Object.keys(HANGS_ON) as Commented[])
  .map(
    (list) => `select '${list}' as list, about.* from ${placeOf(HANGS_ON[list])} about where not about.gone`,
  )
  .join(" union all ");

/** What calls somebody: until they answer in the thread, or it is settled. */
export async function callsOf(db: Database, { id }: Pick<Person, "id">): Promise<Call[]> {
  const rows = await rowsOf<Kept<Call>>(
    db,
    `select ${FIELDS}, about.name, about.level as "levelId", about.section as "sectionId",
       case when about.list in ('lessons', 'recaps') then about.belongs || ', ' || about.name else about.belongs end as of,
       case about.list when 'checks' then about.name end as "heldOn"
     from ${TABLES} join (${ABOUT_ALL}) about on about.list = c.list and about.id = c.thing_id
     join comments root on root.id = coalesce(c.reply_to, c.id)
     where c.mentions ? $id::text and c.deleted_at is null and c.staff_id <> $id::uuid
       and root.resolved_at is null and root.deleted_at is null
       and not exists (
         select from comments answer where coalesce(answer.reply_to, answer.id) = root.id
           and answer.staff_id = $id::uuid and answer.created_at > c.created_at and answer.deleted_at is null)
     order by c.created_at desc limit 30`,
    { id },
  );
  return rows.map((row) => asSent(row));
}

async function calledIn(db: Database, text: string): Promise<string[]> {
  const people = await rowsOf<{ id: string; name: string }>(db, "select id, name from staff where active");
  return mentionsIn(text, people);
}

/** @throws a not-found problem where what it is about is not there, an invalid one where its thread is elsewhere */
export const createComment = (db: Database, content: CommentContent, staffId: string): Promise<Comment> =>
  inTransaction(db, async () => {
    const [about] = await rowsOf(
      db,
      `select 1 from ${placeOf(HANGS_ON[content.list])} about where about.id = $id and not about.gone`,
      { id: content.thingId },
    );
    if (!about) throw notFound();
    if (content.replyTo !== null) {
      const root = await db.Comment.findOne({ where: { id: content.replyTo, deletedAt: null } });
      const isHere = root?.list === content.list && root.thingId === content.thingId && root.replyTo === null;
      if (!isHere) throw invalid([{ path: "replyTo", message: "What it answers is not there any more" }]);
    }
    const mentions = await calledIn(db, content.text);
    const { id } = await db.Comment.create({ ...content, mentions, staffId, changedBy: staffId });
    return readComment(db, id);
  });

/** Only who wrote something changes its words. @throws a forbidden problem */
async function ownComment(db: Database, id: string, person: Person, orDirector: boolean): Promise<void> {
  const { staffId } = await readComment(db, id);
  if (staffId !== person.id && !(orDirector && person.role === "director"))
    throw forbidden("Only who wrote a comment changes it.");
}

export const changeComment = (
  db: Database,
  id: string,
  { text, version }: { readonly text: string; readonly version: number },
  person: Person,
): Promise<Comment> =>
  inTransaction(db, async () => {
    await ownComment(db, id, person, false);
    const mentions = await calledIn(db, text);
    await changeAt(db, db.Comment, id, version, { text, mentions, editedAt: new Date() }, () =>
      readComment(db, id),
    );
    return readComment(db, id);
  });

/** Settles a thread, or opens it again; anybody may. */
export const resolveComment = (
  db: Database,
  id: string,
  resolved: boolean,
  { id: staffId }: Pick<Person, "id">,
): Promise<Comment> =>
  inTransaction(db, async () => {
    const { replyTo, resolvedAt } = await readComment(db, id);
    if (replyTo !== null)
      throw invalid([{ path: "resolved", message: "The thread is settled, not one answer in it" }]);
    if ((resolvedAt !== null) !== resolved)
      await db.Comment.update(
        {
          resolvedAt: resolved ? new Date() : null,
          resolvedBy: resolved ? staffId : null,
          changedBy: staffId,
        },
        { where: { id } },
      );
    return readComment(db, id);
  });

export async function removeComment(
  db: Database,
  id: string,
  person: Person,
): Promise<Record<string, never>> {
  await inTransaction(db, async () => {
    await ownComment(db, id, person, true);
    await markRemoved(db, db.Comment, id);
  });
  return {};
}

export async function restoreComment(db: Database, id: string, person: Person): Promise<Comment> {
  await bringBack(db, db.Comment, id, async ({ staffId, deletedBy }) => {
    if (person.id !== staffId && person.id !== deletedBy && person.role !== "director")
      throw forbidden("Only who wrote a comment or took it away brings it back.");
  });
  return readComment(db, id);
}
