import type { StudentExport } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";

/** Everything that is one person's: the rows under which they were written, the person's own first. */
export interface Family {
  readonly ids: readonly string[];
  readonly names: readonly string[];
  readonly role: StudentExport["role"];
  readonly since: Date;
  /** Sections that they take or took, removed ones among them. */
  readonly sectionIds: readonly string[];
}

/** Everything that is one person's. @throws a not-found problem */
export async function familyOf(db: Database, studentId: string, hold = false): Promise<Family> {
  const rows = await rowsOf<{ id: string; name: string; role: Family["role"]; since: Date }>(
    db,
    `select id, name, role, created_at as since from students
     where person_id = (select person_id from students where id = $studentId)
     order by (same_as is null) desc, created_at ${hold ? "for update" : ""}`,
    { studentId },
  );
  const [first] = rows;
  if (!first) throw notFound();
  const ids = rows.map(({ id }) => id);
  const sections = await rowsOf<{ id: string }>(
    db,
    "select distinct section_id as id from enrolments where student_id = any($ids::uuid[])",
    { ids },
  );
  return {
    ids,
    names: rows.map(({ name }) => name),
    role: first.role,
    since: new Date(Math.min(...rows.map(({ since }) => since.getTime()))),
    sectionIds: sections.map(({ id }) => id),
  };
}
