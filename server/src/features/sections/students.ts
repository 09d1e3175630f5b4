import type { Student, StudentContent } from "@map-step/contract";
import { atomically } from "../../db/ambient.ts";
import { bringBack, changeAt, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { holdRow } from "../../db/query.ts";
import { HttpProblem, invalid, notFound } from "../../http/problems.ts";
import type { StudentRow } from "./models.ts";

const view = ({ id, version, sectionId, name, role }: StudentRow): Student => ({
  id,
  version,
  sectionId,
  name,
  role,
});

/** Leaders first, then followers, each by name. */
export async function listStudents(db: Database, sectionId: string): Promise<Student[]> {
  const rows = await db.Student.findAll({
    where: { sectionId, deletedAt: null },
    order: [["role", "desc"], "name"],
  });
  const rank = { leader: 0, follower: 1, solo: 2 };
  return rows.map(view).sort((a, b) => rank[a.role] - rank[b.role]);
}

async function readStudent(db: Database, id: string): Promise<Student> {
  const row = await db.Student.findOne({ where: { id, deletedAt: null } });
  if (!row) throw notFound();
  return view(row);
}

export const createStudent = (db: Database, sectionId: string, content: StudentContent): Promise<Student> =>
  atomically(db, async () => {
    await holdRow(db, "sections", sectionId);
    return view(await db.Student.create({ ...content, sectionId }));
  });

export const changeStudent = (
  db: Database,
  id: string,
  { version, ...content }: StudentContent & { version: number },
): Promise<Student> =>
  atomically(db, async () => {
    await changeAt(db, db.Student, id, version, content, () => readStudent(db, id));
    return readStudent(db, id);
  });

/** Takes a student off the roster; `restoreStudent` brings them back with their marks. */
export async function removeStudent(db: Database, id: string): Promise<Record<string, never>> {
  await markRemoved(db.Student, id);
  return {};
}

export const restoreStudent = (db: Database, id: string): Promise<Student> =>
  atomically(db, async () => {
    await bringBack(db, db.Student, id, ({ sectionId }) =>
      holdRow(db, "sections", sectionId).catch((error: unknown) => {
        if (!(error instanceof HttpProblem)) throw error;
        throw invalid([{ path: "", message: "Their section is not there any more; bring it back first" }]);
      }),
    );
    return readStudent(db, id);
  });
