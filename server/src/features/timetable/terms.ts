import {
  type goesOn,
  goingOn,
  SECTION_FIELDS,
  type Section,
  type Term,
  type TermContent,
} from "@map-step/contract";
import { weekdayOf } from "@map-step/core/time";
import { laidIn } from "@map-step/core/timetable";
import type { z } from "zod";
import { inTransaction } from "../../db/ambient.ts";
import { bringBack, changeAt, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { lockTable, rowsOf } from "../../db/query.ts";
import { invalid, notFound } from "../../http/problems.ts";
import { currentUser } from "../../http/request.ts";
import { listLevels } from "../levels/read.ts";
import { listSections } from "../sections/read.ts";
import { createSections } from "../sections/service.ts";
import type { TermRow } from "./models.ts";

const view = ({ id, version, name, firstDay, lastDay, closed }: TermRow): Term => ({
  id,
  version,
  name,
  firstDay,
  lastDay,
  closed: closed.toSorted((a, b) => a.day.localeCompare(b.day)),
});

/** The studio's terms, the last first. */
export const listTerms = async (db: Database): Promise<Term[]> =>
  (await db.Term.findAll({ where: { deletedAt: null }, order: [["firstDay", "desc"]] })).map(view);

async function readTerm(db: Database, id: string): Promise<Term> {
  const row = await db.Term.findOne({ where: { id, deletedAt: null } });
  if (!row) throw notFound();
  return view(row);
}

/** A day belongs to one term. */
async function checkDays(
  db: Database,
  { firstDay, lastDay }: TermContent,
  but: string | null,
): Promise<void> {
  await lockTable(db, "terms");
  const [other] = await rowsOf<{ name: string }>(
    db,
    `select name from terms where deleted_at is null and id is distinct from $but::uuid
       and first_day <= $lastDay and last_day >= $firstDay order by first_day limit 1`,
    { firstDay, lastDay, but },
  );
  if (other) throw invalid([{ path: "firstDay", message: `These days run into the term ${other.name}` }]);
}

export const createTerm = (db: Database, content: TermContent): Promise<Term> =>
  inTransaction(db, async () => {
    await checkDays(db, content, null);
    return view(await db.Term.create({ ...content, changedBy: currentUser()?.id ?? null }));
  });

export const changeTerm = (
  db: Database,
  id: string,
  { version, ...content }: TermContent & { version: number },
): Promise<Term> =>
  inTransaction(db, async () => {
    await checkDays(db, content, id);
    await changeAt(db, db.Term, id, version, content, () => readTerm(db, id));
    return readTerm(db, id);
  });

/** Takes a term away; its sections stay as they are. `restoreTerm` brings it back. */
export const removeTerm = (db: Database, id: string): Promise<Record<string, never>> =>
  markRemoved(db, db.Term, id);

export const restoreTerm = (db: Database, id: string): Promise<Term> =>
  inTransaction(db, async () => {
    await bringBack(db, db.Term, id, (removed) => checkDays(db, removed, id));
    return readTerm(db, id);
  });

type GoesOn = z.infer<typeof goesOn>;

/**
 * Sections go on in a term: each makes a new one on the same weekday, at the same hour, in the same room, from the
 * term's first such day that is not closed, round its closed days. All of them or none.
 * @throws a problem that names the one that can't
 */
export const goOnIn = (db: Database, id: string, asked: readonly GoesOn[]): Promise<Section[]> =>
  inTransaction(db, async () => {
    const { name, firstDay, lastDay, closed } = await readTerm(db, id);
    const sections = new Map((await listSections(db)).map((section) => [section.id, section]));
    const levels = new Map((await listLevels(db)).map((level) => [level.id, level]));
    const news = asked.map(({ sectionId, plan, teachers }, index) => {
      const from = sections.get(sectionId);
      if (!from)
        throw invalid([
          { path: `sections.${index}.sectionId`, message: "This section is not there any more" },
        ]);
      const weeks = levels.get(from.levelId)?.weeks ?? 0;
      const laid = laidIn({ from: firstDay, until: lastDay, closed }, weekdayOf(from.firstDate), weeks);
      const { levelId, teacherIds } = from;
      const content = {
        ...goingOn(SECTION_FIELDS, from),
        name: nameIn(
          name,
          from.name,
          [...sections.values()].filter((one) => one.levelId === levelId),
        ),
        firstDate: laid.firstDate,
        daysOff: [...laid.daysOff],
        teacherIds: teachers ? teacherIds : [],
      };
      // The next one of the same level must not take the same name.
      sections.set(`new ${index}`, { ...from, name: content.name });
      return { content, planOf: plan === "section" ? sectionId : null };
    });
    return createSections(db, news);
  });

/** What a section is called in another term: as before with the term's name, numbered where that is taken. */
function nameIn(term: string, before: string, others: readonly Pick<Section, "name">[]): string {
  const taken = new Set(others.map(({ name }) => name.toLowerCase()));
  const [bare = before] = before.split(", ");
  const isFree = (name: string) => !taken.has(name.toLowerCase());
  const whole = `${bare}, ${term}`.slice(0, 76);
  for (let number = 1; ; number++) {
    const name = number === 1 ? whole : `${whole} ${number}`;
    if (isFree(name)) return name;
  }
}
