import type { Room, RoomContent } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import { bringBack, changeAt, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { inUse, notFound } from "../../http/problems.ts";
import { currentUser } from "../../http/request.ts";
import type { RoomRow } from "./models.ts";

const view = ({ id, version, name, places, note }: RoomRow): Room => ({ id, version, name, places, note });

/** The studio's rooms, by name. */
export const listRooms = async (db: Database): Promise<Room[]> =>
  (await db.Room.findAll({ where: { deletedAt: null }, order: ["name", "id"] })).map(view);

async function readRoom(db: Database, id: string): Promise<Room> {
  const row = await db.Room.findOne({ where: { id, deletedAt: null } });
  if (!row) throw notFound();
  return view(row);
}

export const createRoom = async (db: Database, content: RoomContent): Promise<Room> =>
  view(await db.Room.create({ ...content, changedBy: currentUser()?.id ?? null }));

/** A room that is called otherwise is called so in the sections that meet in it. */
export const changeRoom = (
  db: Database,
  id: string,
  { version, ...content }: RoomContent & { version: number },
): Promise<Room> =>
  inTransaction(db, async () => {
    const { name } = await readRoom(db, id);
    await changeAt(db, db.Room, id, version, content, () => readRoom(db, id));
    if (name !== content.name)
      await rowsOf(
        db,
        `update sections set room = $next, version = version + 1, changed_by = $who, updated_at = now()
         where deleted_at is null and room_id = $id returning id`,
        { id, next: content.name, who: currentUser()?.id ?? null },
      );
    return readRoom(db, id);
  });

/** Takes a room away in which no section meets; `restoreRoom` brings it back. */
export async function removeRoom(db: Database, id: string): Promise<Record<string, never>> {
  await inTransaction(db, async () => {
    // Until this ends no section comes to meet here.
    await rowsOf(db, "select id from rooms where id = $id for update", { id });
    const here = await rowsOf<{ name: string }>(
      db,
      `select levels.name || ', ' || s.name as name from sections s join levels on levels.id = s.level_id
       where s.deleted_at is null and s.room_id = $id order by 1 limit 5`,
      { id },
    );
    if (here.length > 0)
      throw inUse(`It cannot be removed while ${here.map((one) => one.name).join("; ")} meets there.`);
    await markRemoved(db, db.Room, id);
  });
  return {};
}

export async function restoreRoom(db: Database, id: string): Promise<Room> {
  // It refers to nothing, and its name is kept unique by the database.
  await bringBack(db, db.Room, id, async () => undefined);
  return readRoom(db, id);
}
