import type { Student, StudentContent } from "@map-step/contract";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { notFound } from "../../http/problems.ts";
import type { StudentRow } from "./models.ts";
import { readSection } from "./service.ts";

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

export async function createStudent(
  db: Database,
  sectionId: string,
  content: StudentContent,
): Promise<Student> {
  await readSection(db, sectionId);
  return view(await db.Student.create({ ...content, sectionId }));
}

export async function changeStudent(
  db: Database,
  id: string,
  { version, ...content }: StudentContent & { version: number },
): Promise<Student> {
  await db.sequelize.transaction((transaction) =>
    changeAt(db.Student, id, version, content, transaction, () => readStudent(db, id)),
  );
  return readStudent(db, id);
}

/** Takes a student off the roster; `restoreStudent` brings them back with their marks. */
export async function removeStudent(db: Database, id: string): Promise<Record<string, never>> {
  const [count] = await db.Student.update({ deletedAt: new Date() }, { where: { id, deletedAt: null } });
  if (count === 0) throw notFound();
  return {};
}

export async function restoreStudent(db: Database, id: string): Promise<Student> {
  await db.Student.update({ deletedAt: null }, { where: { id } });
  return readStudent(db, id);
}
