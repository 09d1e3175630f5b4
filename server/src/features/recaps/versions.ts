import type { RecapChange, RecapVersion } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";

/** A text saved again by the same person within this time is the same sitting. Milliseconds. */
const SITTING_MS = 10 * 60_000;

/** Keeps what a recap now says; a person's sitting keeps one version, however often it saves itself. */
export async function keepVersion(
  db: Database,
  recapId: string,
  { title, document }: Pick<RecapChange, "title" | "document">,
  staffId: string,
): Promise<void> {
  const last = await db.RecapVersion.findOne({
    where: { recapId },
    order: [["number", "desc"]],
  });
  const sameSitting = last?.staffId === staffId && Date.now() - last.updatedAt.getTime() < SITTING_MS;
  if (last && sameSitting) await last.update({ title, document });
  else await db.RecapVersion.create({ recapId, number: (last?.number ?? 0) + 1, title, document, staffId });
}

/** Every version of a recap, the newest first. */
export async function listVersions(db: Database, recapId: string): Promise<RecapVersion[]> {
  const rows = await db.RecapVersion.findAll({ where: { recapId }, order: [["number", "desc"]] });
  const staff = await db.Staff.findAll({ where: { id: [...new Set(rows.map(({ staffId }) => staffId))] } });
  const names = new Map(staff.map(({ id, name }) => [id, name]));
  return rows.map(({ number, title, document, staffId, updatedAt }) => ({
    number,
    title,
    document,
    by: names.get(staffId) ?? "",
    at: updatedAt.toISOString(),
  }));
}
