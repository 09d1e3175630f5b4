import { randomUUID } from "node:crypto";
import { MARKS } from "@map-step/core/check";
import { addDays } from "@map-step/core/time";
import { type Database, hashPassword, inTransaction } from "@map-step/server";
import { PROGRAMS } from "./figures/index.ts";
import { DEMO_PASSWORD } from "./people.ts";

/** How much of everything a made-up studio holds. */
export interface Size {
  readonly staff: number;
  readonly dances: number;
  readonly figures: number;
  readonly levels: number;
  readonly sections: number;
  readonly students: number;
  readonly marks: number;
}

/** A large studio: what the product is measured on. */
export const BIG: Size = {
  staff: 50,
  dances: 8,
  figures: 2_000,
  levels: 100,
  sections: 200,
  students: 3_000,
  marks: 20_000,
};

const WEEKS = 10;
/** Figures of a level's plan; two are new each week. */
const PLANNED = 20;
const AT_ONCE = 2_000;

type Row = Record<string, unknown>;

/** Writes many rows of a table in a few statements. */
async function insert(db: Database, table: string, rows: readonly Row[]): Promise<void> {
  for (let at = 0; at < rows.length; at += AT_ONCE) {
    const some = rows.slice(at, at + AT_ONCE);
    const columns = Object.keys(some[0] ?? {}).join(", ");
    await db.sequelize.query(
      `insert into ${table} (${columns}) select ${columns} from jsonb_populate_recordset(null::${table}, $rows::jsonb)`,
      { bind: { rows: JSON.stringify(some) } },
    );
  }
}

const ids = (count: number): string[] => Array.from({ length: count }, () => randomUUID());
const pick = <T>(list: readonly T[], at: number): T => list[at % list.length] as T;

/** The staff, all with one password whose hash is worked out once. */
async function staffOf(db: Database, count: number, passwordHash: string): Promise<string[]> {
  const people = ids(count);
  await insert(
    db,
    "staff",
    people.map((id, at) => ({
      id,
      name: `Person ${at + 1}`,
      email: `person${at + 1}@big.example`,
      role: at % 10 === 0 ? "director" : "teacher",
      active: true,
      password_hash: passwordHash,
      version: 1,
    })),
  );
  return people;
}

interface DanceOf {
  readonly id: string;
  readonly figures: readonly { readonly id: string; readonly name: string; readonly kind: string }[];
}

/** Dances after those of the demo, each with its share of figures, which need each other along short chains. */
async function libraryOf(db: Database, size: Size): Promise<DanceOf[]> {
  const times = { version: 1 };
  const dances = ids(size.dances).map((id, at) => ({ id, program: pick(PROGRAMS, at), at }));
  await insert(
    db,
    "dances",
    dances.map(({ id, program: { dance }, at }) => ({
      id,
      name: `${dance.name} ${at + 1}`,
      meter: dance.meter,
      phrase_beats: dance.phraseBeats,
      slow_beats: dance.slowBeats,
      quick_beats: dance.quickBeats,
      slowest_bpm: dance.slowestBpm,
      fastest_bpm: dance.fastestBpm,
      free_timed: dance.freeTimed,
      count_from: dance.countFrom,
      swung: dance.swung,
      alone: dance.alone,
      holds: dance.holds,
      own_elements: dance.ownElements,
      library_version: at + 1,
      ...times,
    })),
  );
  const each = Math.ceil(size.figures / size.dances);
  const rows = dances.flatMap(({ id: danceId, program }) => {
    const drafts = program.figures.filter(({ notation }) => !notation.startsWith("use "));
    return Array.from({ length: each }, (_, at) => {
      const draft = pick(drafts, at);
      const round = Math.floor(at / drafts.length);
      return {
        id: randomUUID(),
        dance_id: danceId,
        name: round === 0 ? draft.name : `${draft.name} ${round + 1}`,
        other_names: [],
        kind: draft.kind,
        tier: draft.tier,
        notation: draft.notation,
        minutes: draft.minutes,
        cues: draft.cues.map((cue) =>
          typeof cue === "string" ? { text: cue, school: "", house: true } : cue,
        ),
        slips: draft.slips ?? [],
        cautions: draft.cautions ?? [],
        ...times,
      };
    });
  });
  await insert(db, "figures", rows);
  const needs = rows.flatMap((row, at) => {
    const before = rows[at - 3];
    return before && before.dance_id === row.dance_id && at % 4 !== 0
      ? [{ figure_id: row.id, needs_id: before.id, position: 0 }]
      : [];
  });
  await insert(db, "figure_needs", needs);
  return dances.map(({ id }) => ({ id, figures: rows.filter((row) => row.dance_id === id) }));
}

interface LevelOf {
  readonly id: string;
  readonly planned: readonly { readonly figureId: string; readonly name: string; readonly week: number }[];
}

const placesOf = (planId: string, { planned }: LevelOf): Row[] =>
  planned.map(({ figureId, week }, position) => ({
    plan_id: planId,
    figure_id: figureId,
    week,
    position,
    pinned: false,
    wish: "may",
    worth: 5,
    pieces: 1,
    extra_returns: [],
  }));

const planRow = (id: string, levelId: string, sectionId: string | null): Row => ({
  id,
  level_id: levelId,
  section_id: sectionId,
  special: [],
  muted: [],
  away: [],
  version: 1,
});

/** Levels of each dance in a row, each following the one before, with a plan that places twenty figures. */
async function levelsOf(db: Database, dances: readonly DanceOf[], count: number): Promise<LevelOf[]> {
  const last = new Map<string, string>();
  const levels = ids(count).map((id, at): LevelOf & { readonly row: Row } => {
    const dance = pick(dances, at);
    const step = Math.floor(at / dances.length);
    const planned = Array.from({ length: PLANNED }, (_, place) => {
      const figure = pick(dance.figures, step * PLANNED + place);
      return { figureId: figure.id, name: figure.name, week: 1 + Math.floor(place / 2) };
    }).filter(({ figureId }, place, all) => all.findIndex((one) => one.figureId === figureId) === place);
    const row = {
      id,
      dance_id: dance.id,
      name: `Level ${step + 1}`,
      follows_id: last.get(dance.id) ?? null,
      weeks: WEEKS,
      lesson_minutes: 60,
      warm_up_minutes: 7,
      wrap_minutes: 5,
      most_new: 3,
      most_new_counts: 2,
      settled_lessons: 1,
      first_show_week: 5,
      talk_week: 1,
      break_weeks: 2,
      approach_id: "steps-first",
      version: 1,
    };
    last.set(dance.id, id);
    return { id, planned, row };
  });
  await insert(
    db,
    "levels",
    levels.map(({ row }) => row),
  );
  const plans = levels.map((level) => ({ level, planId: randomUUID() }));
  await insert(
    db,
    "plans",
    plans.map(({ level, planId }) => planRow(planId, level.id, null)),
  );
  await insert(
    db,
    "plan_figures",
    plans.flatMap(({ level, planId }) => placesOf(planId, level)),
  );
  return levels;
}

interface SectionOf {
  readonly id: string;
  readonly level: LevelOf;
  readonly teacherId: string;
  /** Lessons taught so far. */
  readonly taught: number;
  readonly firstDate: string;
  readonly students: readonly string[];
}

/** Sections in the midst of their term, each with a plan of its own, two teachers and its share of the students. */
async function sectionsOf(
  db: Database,
  levels: readonly LevelOf[],
  staff: readonly string[],
  size: Size,
  today: string,
): Promise<SectionOf[]> {
  const each = Math.floor(size.students / size.sections);
  const sections = ids(size.sections).map((id, at): SectionOf => {
    const taught = at % (WEEKS - 1);
    const firstDate = addDays(today, (at % 7) - 7 * taught);
    return {
      id,
      level: pick(levels, at),
      teacherId: pick(staff, at),
      taught,
      firstDate,
      students: ids(each),
    };
  });
  await insert(
    db,
    "rooms",
    Array.from({ length: 6 }, (_, at) => ({
      id: randomUUID(),
      name: `Room ${1 + at}`,
      places: 24,
      note: "",
      version: 1,
    })),
  );
  await insert(
    db,
    "sections",
    sections.map(({ id, level, firstDate }, at) => ({
      id,
      level_id: level.id,
      name: `Section ${at + 1}`,
      first_date: firstDate,
      start_time: `${17 + (at % 5)}:30`,
      room: `Room ${1 + (at % 6)}`,
      version: 1,
    })),
  );
  await insert(
    db,
    "section_teachers",
    sections.flatMap(({ id, teacherId }, at) =>
      [...new Set([teacherId, pick(staff, at * 7 + 3)])].map((staffId) => ({
        section_id: id,
        staff_id: staffId,
      })),
    ),
  );
  const plans = sections.map((section) => ({ section, planId: randomUUID() }));
  await insert(
    db,
    "plans",
    plans.map(({ section, planId }) => planRow(planId, section.level.id, section.id)),
  );
  await insert(
    db,
    "plan_figures",
    plans.flatMap(({ section, planId }) => placesOf(planId, section.level)),
  );
  await insert(
    db,
    "students",
    sections.flatMap(({ students }, which) =>
      students.map((studentId, at) => ({
        id: studentId,
        name: `Dancer ${at + 1} of ${which + 1}`,
        role: at % 2 === 0 ? "leader" : "follower",
        version: 1,
      })),
    ),
  );
  await insert(
    db,
    "enrolments",
    sections.flatMap(({ id, firstDate, students }) =>
      students.map((studentId, at) => ({
        id: randomUUID(),
        section_id: id,
        student_id: studentId,
        role: at % 2 === 0 ? "leader" : "follower",
        from_date: firstDate,
        waiting: false,
        version: 1,
      })),
    ),
  );
  return sections;
}

/** Lessons taught with their parts, what was noted of them, and a published recap of each. */
async function lessonsOf(db: Database, sections: readonly SectionOf[]): Promise<void> {
  const lessons = sections.flatMap((section) =>
    Array.from({ length: section.taught }, (_, at) => ({
      id: String(randomUUID()),
      section,
      week: at + 1,
    })),
  );
  await insert(
    db,
    "lessons",
    lessons.map(({ id, section, week }) => ({
      id,
      section_id: section.id,
      week,
      state: "taught",
      short_by: 0,
      follows_plan: false,
      version: 1,
    })),
  );
  const parts = lessons.flatMap(({ id: lessonId, section, week }) =>
    section.level.planned
      .filter((place) => place.week === week || place.week === week - 1)
      .map(({ figureId, name, week: newIn }, position) => ({
        id: randomUUID(),
        lesson_id: lessonId,
        position,
        kind: newIn === week ? "new" : "deepen",
        title: name,
        figure_id: figureId,
        with_ids: [],
        layers: [{ layer: "steps", minutes: 12 }],
        minutes: 12,
        locked: false,
        cautions: [],
        covered: position === 3 ? "part" : "done",
      })),
  );
  await insert(db, "lesson_segments", parts);
  const teacherOf = new Map(lessons.map(({ id, section }) => [id, section.teacherId]));
  const entry = (lessonId: string, kind: string, target: string, value: Row): Row => ({
    id: randomUUID(),
    lesson_id: lessonId,
    kind,
    target,
    value,
    noted_at: new Date().toISOString(),
    staff_id: teacherOf.get(lessonId),
    outcome: "kept",
  });
  const entries = [
    ...parts.map((part) => entry(part.lesson_id, "mark", part.id, { covered: part.covered, reached: null })),
    ...lessons.flatMap(({ id, section }) =>
      section.students.map((studentId, at) => entry(id, "attendance", studentId, { present: at % 8 !== 0 })),
    ),
    ...lessons.map(({ id }) => entry(id, "ended", "class", { ended: true })),
  ];
  for (let at = 0; at < entries.length; at += AT_ONCE)
    await db.sequelize.query(
      `insert into class_entries (id, lesson_id, kind, target, value, noted_at, staff_id, outcome)
       select id, lesson_id, kind, target, value, noted_at, staff_id, outcome
       from jsonb_populate_recordset(null::class_entries, $rows::jsonb)`,
      { bind: { rows: JSON.stringify(entries.slice(at, at + AT_ONCE)) } },
    );
  await insert(
    db,
    "recaps",
    lessons
      .filter((_, at) => at % 5 !== 0)
      .map(({ id, week }) => {
        const document = {
          type: "doc",
          content: [{ type: "paragraph", content: [{ type: "text", text: `What week ${week} was about.` }] }],
        };
        const title = `Week ${week}`;
        const published = { published_title: title, published_document: document, published_at: new Date() };
        return {
          id: randomUUID(),
          lesson_id: id,
          title,
          document,
          secret: randomUUID().replaceAll("-", ""),
          ...published,
          version: 1,
        };
      }),
  );
}

/** A check of each section that has been taught, with its share of the marks. */
async function checksOf(db: Database, sections: readonly SectionOf[], count: number): Promise<void> {
  const held = sections.filter(({ taught }) => taught > 0).map((section) => ({ id: randomUUID(), section }));
  await insert(
    db,
    "checks",
    held.map(({ id, section }) => ({
      id,
      section_id: section.id,
      held_on: addDays(section.firstDate, 7 * (section.taught - 1)),
      staff_id: section.teacherId,
      minutes: 15,
      figures: [],
      routine: [],
      version: 1,
    })),
  );
  const each = Math.ceil(count / Math.max(1, held.length));
  await insert(
    db,
    "evidence",
    held.flatMap(({ id, section: { id: sectionId, students, level, firstDate, taught, teacherId } }) =>
      students
        .flatMap((studentId) => level.planned.map(({ figureId }) => ({ studentId, figureId })))
        .slice(0, each)
        .map(({ studentId, figureId }, at) => ({
          id: randomUUID(),
          check_id: id,
          section_id: sectionId,
          student_id: studentId,
          role: "leader",
          figure_id: figureId,
          layer: "partner",
          mark: pick(MARKS, at),
          place: "check",
          seen_on: addDays(firstDate, 7 * (taught - 1)),
          noted_at: new Date().toISOString(),
          staff_id: teacherId,
        })),
    ),
  );
}

/** For each level a routine of what it plans, shared, and what it was before. */
async function sequencesOf(
  db: Database,
  dances: readonly DanceOf[],
  levels: readonly LevelOf[],
): Promise<void> {
  const rows = levels.map((level, at) => {
    const items = level.planned.map(({ figureId }, index) => ({
      kind: "figure",
      id: `item-${index}`,
      figureId,
      side: "written",
      times: 1 + (index % 2),
      counts: null,
      priority: "usual",
      note: "",
    }));
    const own = level.planned[0]?.figureId;
    const danceId = dances.find(({ figures }) => figures.some(({ id }) => id === own))?.id;
    const name = `Routine ${at + 1}`;
    return {
      id: randomUUID(),
      danceId,
      levelId: level.id,
      name,
      loops: true,
      phraseBeats: 8,
      bpm: 100,
      note: "",
      items,
    };
  });
  await insert(
    db,
    "sequences",
    rows.map(({ danceId, levelId, phraseBeats, ...row }) => ({
      ...row,
      dance_id: danceId,
      level_id: levelId,
      phrase_beats: phraseBeats,
      secret: randomUUID().replaceAll("-", ""),
      version: 1,
    })),
  );
  const [writer] = await db.Staff.findAll({ limit: 1 });
  await insert(
    db,
    "sequence_versions",
    rows.map(({ id, ...content }) => ({
      id: randomUUID(),
      sequence_id: id,
      number: 1,
      content,
      staff_id: writer?.id,
    })),
  );
}

/**
 * Lays a studio of a given size into an empty, migrated database, in the midst of its term on a given day. Accounts
 * are `person1@big.example` and so on, every tenth a director's, all with the password of the demo.
 */
export const layBigStudio = (db: Database, size: Size, today: string): Promise<void> =>
  inTransaction(db, async () => {
    await db.Studio.create({ id: 1, name: "A large studio", timeZone: "Europe/Lisbon" });
    const staff = await staffOf(db, size.staff, await hashPassword(DEMO_PASSWORD));
    const dances = await libraryOf(db, size);
    const levels = await levelsOf(db, dances, size.levels);
    const sections = await sectionsOf(db, levels, staff, size, today);
    await lessonsOf(db, sections);
    await checksOf(db, sections, size.marks);
    await sequencesOf(db, dances, levels);
  });
