import type { KeptEvidence, LevelSeen, MarkedTwice } from "@map-step/contract";
import { fitMarks, markAtLayer, markRank, type Standing, standing, uncorrected } from "@map-step/core/check";
import { daysBetween, latestDay } from "@map-step/core/time";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";

/** Marks of two people this many days apart are of the same dancer as they were. */
const SAME_DAYS = 7;

/** Pairs of marks that two people gave the same dancer for one thing within a week. */
function markedTwice(evidence: readonly KeptEvidence[]): MarkedTwice[] {
  const things = new Map<string, ReturnType<typeof uncorrected>>();
  for (const entry of uncorrected(evidence)) {
    const key = [entry.studentId, entry.role, entry.figureId, entry.layer].join(" ");
    things.set(key, [...(things.get(key) ?? []), entry]);
  }
  return [...things.values()].flatMap((entries) => {
    // What one marker says twice within the week is said by the later of the two.
    const latest = new Map(entries.map((entry) => [`${entry.markerId} ${entry.at}`, entry]));
    const own = [...latest.values()];
    return own.flatMap((one, at) =>
      own.slice(at + 1).flatMap((other): MarkedTwice[] => {
        if (one.markerId === other.markerId) return [];
        if (Math.abs(daysBetween(one.at, other.at)) > SAME_DAYS) return [];
        const [first, second] = one.markerId < other.markerId ? [one, other] : [other, one];
        const { figureId, layer } = one;
        return [
          {
            figureId,
            layer,
            firstId: first.markerId,
            secondId: second.markerId,
            first: first.mark,
            second: second.mark,
          },
        ];
      }),
    );
  });
}

interface LevelRow extends KeptEvidence {
  readonly sectionId: string;
}

const OF_LEVEL = `
  select e.id, s.person_id as "studentId", e.role, e.figure_id as "figureId", e.layer, e.mark,
    e.staff_id as "markerId", to_char(e.day, 'YYYY-MM-DD') as at, e.place as where, null::float as "offset",
    e.corrects, e.check_id as "checkId", e.section_id as "sectionId"
  from seen_evidence e join students s on s.id = e.student_id join sections on sections.id = e.section_id
  where sections.level_id = $levelId and e.day <= studio_today() order by e.position`;

/** Another text whenever what a level comes to may be another. */
const STATE = `
  select concat_ws(' ',
    (select concat(max(e.position), '/', count(*)) from evidence e join sections on sections.id = e.section_id
     where sections.level_id = levels.id),
    (select concat(count(*), '/', max(e.updated_at)) from enrolments e join sections on sections.id = e.section_id
     where sections.level_id = levels.id),
    (select concat(string_agg(name, ' ' order by id), '/', max(updated_at)) from sections where level_id = levels.id),
    (select max(c.updated_at) from checks c join sections on sections.id = c.section_id
     where sections.level_id = levels.id),
    studio_today(),
    (select count(same_as) from students)) as state
  from levels where levels.id = $levelId and deleted_at is null`;

/** What each level came to last, or is coming to, for as long as nothing new was seen. */
const known = new Map<string, { readonly state: string; readonly seen: Promise<LevelSeen> }>();
const MOST_KNOWN = 200;

/**
 * What marks say of a level as it is now: worked out beside the thread that answers, once however many ask, and kept
 * until something new is seen.
 * @throws a not-found problem
 */
export async function levelSeenNow(
  db: Database,
  work: (levelId: string) => Promise<LevelSeen>,
  levelId: string,
): Promise<LevelSeen> {
  const [now] = await rowsOf<{ state: string }>(db, STATE, { levelId });
  if (!now) throw notFound();
  const before = known.get(levelId);
  if (before?.state === now.state) return before.seen;
  const seen = work(levelId);
  known.delete(levelId);
  known.set(levelId, { state: now.state, seen });
  // What failed is asked for again.
  seen.catch(() => {
    if (known.get(levelId)?.seen === seen) known.delete(levelId);
  });
  for (const oldest of known.keys()) if (known.size > MOST_KNOWN) known.delete(oldest);
  return seen;
}

/**
 * What marks say of a level over all of its sections: its figures and markers, marks of two people beside each other, and
 * how many of each section have what. No student is named.
 */
export async function levelSeen(db: Database, levelId: string): Promise<LevelSeen> {
  const evidence = await rowsOf<LevelRow>(db, OF_LEVEL, { levelId });
  const sections = await rowsOf<{ sectionId: string; name: string; dancers: number }>(
    db,
    `select s.id as "sectionId", s.name, (select count(*)::int from enrolments
       where section_id = s.id and deleted_at is null and not waiting) as dancers
     from sections s where s.level_id = $levelId and s.deleted_at is null order by s.created_at, s.name`,
    { levelId },
  );
  const { ability, spread: _spread, ...model } = fitMarks(evidence, { priors: "stated" });
  return {
    model: {
      ...model,
      thresholds: [...model.thresholds],
      marks: uncorrected(evidence).length,
      dancers: Object.keys(ability).length,
    },
    twice: markedTwice(evidence),
    sections: sections.map(({ sectionId, name, dancers }) => ({
      sectionId,
      name,
      dancers,
      figures: sharesOf(evidence.filter((entry) => entry.sectionId === sectionId)),
    })),
  };
}

/** How many dancers have each figure without help, at the layer at which it was marked. */
function sharesOf(evidence: readonly LevelRow[]): LevelSeen["sections"][number]["figures"] {
  const last = latestDay(evidence.map(({ at }) => at)) ?? "";
  const marksOf = new Map<string, Map<string, Standing[]>>();
  for (const one of standing(evidence, last)) {
    const ofFigure = marksOf.get(one.figureId) ?? new Map<string, Standing[]>();
    ofFigure.set(one.studentId, [...(ofFigure.get(one.studentId) ?? []), one]);
    marksOf.set(one.figureId, ofFigure);
  }
  return [...marksOf].map(([figureId, students]) => {
    const marks = [...students.values()].flatMap((own) => markAtLayer(own, "steps") ?? []);
    const have = marks.filter((mark) => markRank(mark) >= markRank("alone")).length;
    return { figureId, have, marked: marks.length };
  });
}
