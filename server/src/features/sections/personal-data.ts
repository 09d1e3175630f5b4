import type { StudentExport } from "@map-step/contract";
import { MARK_NAMES } from "@map-step/core/check";
import { atomically } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";
import { listSections } from "./read.ts";

interface About {
  readonly name: string;
  readonly role: StudentExport["role"];
  readonly since: Date;
  readonly section: string;
  readonly level: string;
  readonly sectionId: string;
}

const ABOUT = `
  select s.name, s.role, s.created_at as since, sections.name as section, levels.name as level,
    s.section_id as "sectionId"
  from students s join sections on sections.id = s.section_id join levels on levels.id = sections.level_id
  where s.id = $id`;

interface NotedRow {
  readonly kind: "attendance" | "waited" | "remark";
  readonly week: number;
  readonly value: { readonly present?: boolean; readonly times?: number; readonly text?: string };
  readonly by: string;
}

/**
 * Text that stands for a name in a pattern of PostgreSQL: the whole name, or one of its words, since remarks call
 * people by one of them.
 */
function namePattern(name: string): string {
  const escaped = (text: string) => text.replaceAll(/[.*+?^${}()|[\]\\]/g, "\\$&");
  const words = name.split(/\s+/).filter((word) => word.length >= 2);
  const alternatives = [...new Set([name, ...words])].sort((a, b) => b.length - a.length).map(escaped);
  return `(?<![[:alnum:]])(${alternatives.join("|")})(?![[:alnum:]])`;
}

/** Everything kept of a student, also of a removed one. @throws a not-found problem */
export async function exportStudent(db: Database, id: string): Promise<StudentExport> {
  const [about] = await rowsOf<About>(db, ABOUT, { id });
  if (!about) throw notFound();
  const { sectionId, since, ...person } = about;
  const [section] = await listSections(db, { ids: [sectionId] });
  const noted = await rowsOf<NotedRow>(
    db,
    `select e.kind, l.week, e.value, staff.name as by from class_entries e
     join lessons l on l.id = e.lesson_id join staff on staff.id = e.staff_id
     where l.section_id = $sectionId and e.value is not null
       and ((e.kind in ('attendance', 'waited') and e.target = $id)
         or (e.kind = 'remark' and e.value ->> 'text' ~ $pattern))
     order by l.week, e.position`,
    { id, sectionId, pattern: namePattern(person.name) },
  );
  const marks = await rowsOf<StudentExport["marks"][number] & { readonly mark: keyof typeof MARK_NAMES }>(
    db,
    `select to_char(c.held_on, 'YYYY-MM-DD') as date, figures.name as figure, m.mark, staff.name as by
     from check_marks m join checks c on c.id = m.check_id join figures on figures.id = m.figure_id
     join staff on staff.id = c.staff_id where m.student_id = $id and m.mark is not null
     order by c.held_on, figures.name`,
    { id },
  );
  const practice = await rowsOf<StudentExport["practice"][number]>(
    db,
    `select to_char(p.created_at, 'YYYY-MM-DD') as date, coalesce(figures.name, sequences.name) as name,
       (p.measure ->> 'bpm')::float as bpm, (p.measure ->> 'offset')::float as "offset",
       (p.measure ->> 'spread')::float as spread, staff.name as by
     from practice_results p left join figures on figures.id = p.figure_id
       left join sequences on sequences.id = p.sequence_id join staff on staff.id = p.staff_id
     where p.student_id = $id order by p.created_at`,
    { id },
  );
  const at = (kind: NotedRow["kind"]) =>
    noted
      .filter((row) => row.kind === kind)
      .map(({ week, value, by }) => ({ week, date: section?.dates[week - 1] ?? "", by, value }));
  return {
    ...person,
    since: since.toISOString(),
    attendance: at("attendance").map(({ value, ...rest }) => ({ ...rest, present: value.present === true })),
    waited: at("waited").map(({ value, ...rest }) => ({ ...rest, times: value.times ?? 0 })),
    practice,
    marks: marks.map(({ mark, ...rest }) => ({ ...rest, mark: MARK_NAMES[mark] })),
    remarks: at("remark").map(({ value, ...rest }) => ({ ...rest, text: value.text ?? "" })),
  };
}

/** What stands where a name stood. */
const ERASED = "(name erased)";

/** The texts of a document with a name taken out; all else as it is. */
function withoutName(node: unknown, pattern: RegExp): unknown {
  if (Array.isArray(node)) return node.map((inner) => withoutName(inner, pattern));
  if (typeof node !== "object" || node === null) return node;
  return Object.fromEntries(
    Object.entries(node).map(([key, value]) => [
      key,
      key === "text" && typeof value === "string"
        ? value.replace(pattern, ERASED)
        : withoutName(value, pattern),
    ]),
  );
}

/** Takes a name out of the documents that a condition on `$sectionId` picks. */
async function eraseInDocuments(
  db: Database,
  table: "recaps" | "recap_versions",
  column: "document" | "published_document",
  condition: string,
  name: string,
  sectionId: string,
): Promise<void> {
  const rows = await rowsOf<{ id: string; document: unknown }>(
    db,
    `select id, ${column} as document from ${table} where ${column} is not null and ${condition}`,
    { sectionId },
  );
  const pattern = new RegExp(namePattern(name).replaceAll("[:alnum:]", "\\p{L}\\p{N}"), "gu");
  await rowsOf(
    db,
    `update ${table} set ${column} = next.document from unnest($ids::uuid[], $documents::jsonb[]) as next (id, document)
     where ${table}.id = next.id returning ${table}.id`,
    {
      ids: rows.map(({ id }) => id),
      documents: rows.map(({ document }) => JSON.stringify(withoutName(document, pattern))),
    },
  );
}

/**
 * Erases a student for good, also a removed one: the row, marks and attendance, and the name in remarks, recaps and
 * running orders of the section. The one way on which entries of a class log go.
 */
export async function eraseStudent(db: Database, id: string): Promise<Record<string, never>> {
  await atomically(db, async () => {
    const [about] = await rowsOf<About>(db, `${ABOUT} for update of s`, { id });
    if (!about) throw notFound();
    const { name, sectionId } = about;
    const run = (sql: string, bind: Record<string, unknown>) => db.sequelize.query(sql, { bind });
    await run("delete from check_marks where student_id = $id", { id });
    await run("delete from practice_results where student_id = $id", { id });
    await run("delete from class_entries where target = $id and kind in ('attendance', 'waited')", { id });
    await run("delete from students where id = $id", { id });
    const inName = { sectionId, pattern: namePattern(name), erased: ERASED };
    const lessons = "(select id from lessons where section_id = $sectionId)";
    const recaps = `(select id from recaps where lesson_id in ${lessons})`;
    const text = (column: string) => `${column} = regexp_replace(${column}, $pattern, $erased, 'g')`;
    await run(
      `update class_entries set value = jsonb_set(value, '{text}',
         to_jsonb(regexp_replace(value ->> 'text', $pattern, $erased, 'g')))
       where kind = 'remark' and value is not null and lesson_id in ${lessons}`,
      inName,
    );
    await run(
      `update recaps set ${text("title")}, ${text("published_title")} where lesson_id in ${lessons}`,
      inName,
    );
    await run(`update recap_versions set ${text("title")} where recap_id in ${recaps}`, inName);
    await eraseInDocuments(db, "recaps", "document", `lesson_id in ${lessons}`, name, sectionId);
    await eraseInDocuments(db, "recaps", "published_document", `lesson_id in ${lessons}`, name, sectionId);
    await eraseInDocuments(db, "recap_versions", "document", `recap_id in ${recaps}`, name, sectionId);
    await run(`update lesson_segments set ${text("title")} where lesson_id in ${lessons}`, inName);
  });
  return {};
}
