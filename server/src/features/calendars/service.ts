import type { CalendarKind, Person } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { newSecret } from "../../db/secret.ts";
import { forbidden, notFound } from "../../http/problems.ts";
import { calendarFor } from "./write.ts";

interface Whose {
  readonly kind: CalendarKind;
  readonly id: string;
}

const THERE: Readonly<Record<CalendarKind, string>> = {
  teacher: "select id from staff where id = $id",
  room: "select id from rooms where id = $id and deleted_at is null",
  section: "select id from sections where id = $id and deleted_at is null",
};

/** A teacher has the address of their own calendar and of the sections that they teach; the director all. */
async function holdOwn(db: Database, person: Person, { kind, id }: Whose): Promise<void> {
  if ((await rowsOf(db, THERE[kind], { id })).length === 0) throw notFound();
  if (person.role === "director" || (kind === "teacher" && id === person.id)) return;
  const own =
    kind === "section" &&
    (await db.SectionTeacher.count({ where: { sectionId: id, staffId: person.id } })) > 0;
  if (!own) throw forbidden("A teacher has their own calendar and those of their sections.");
}

export async function readAddress(
  db: Database,
  person: Person,
  whose: Whose,
): Promise<{ secret: string | null }> {
  await holdOwn(db, person, whose);
  const row = await db.CalendarAddress.findOne({ where: { kind: whose.kind, thingId: whose.id } });
  return { secret: db.links.unseal(row?.secret ?? null) };
}

/** Makes a new address; the one before goes dead. */
export const renewAddress = (db: Database, person: Person, whose: Whose): Promise<{ secret: string }> =>
  inTransaction(db, async () => {
    await holdOwn(db, person, whose);
    const secret = newSecret();
    await db.CalendarAddress.upsert({ kind: whose.kind, thingId: whose.id, secret: db.links.seal(secret) });
    return { secret };
  });

export async function closeAddress(db: Database, person: Person, whose: Whose): Promise<{ secret: null }> {
  await holdOwn(db, person, whose);
  await db.CalendarAddress.destroy({ where: { kind: whose.kind, thingId: whose.id } });
  return { secret: null };
}

/** What a calendar that asks at an address is sent. @throws a not-found problem */
export async function calendarAt(db: Database, secret: string): Promise<string> {
  const row = await db.CalendarAddress.findOne({ where: { secret: [...db.links.asKept(secret)] } });
  const text = row ? await calendarFor(db, row) : null;
  if (text === null) throw notFound("There is no calendar at this address any more.");
  return text;
}
