import { api, choose, contentOfPlan, type Lesson } from "@map-step/contract";
import { totalMinutes } from "@map-step/core/lesson";
import { afterAll, beforeEach, describe, expect, it } from "vitest";
import { seen } from "./seen.ts";
import {
  type Course,
  levelContent,
  noted,
  openCourse,
  openStudio,
  type TestStudio,
  TODAY,
  type Visitor,
} from "./studio.ts";

let studio: TestStudio;
let course: Course;
let teacher: Visitor;
const opened: TestStudio[] = [];
beforeEach(async () => {
  studio = await openStudio();
  opened.push(studio);
  course = await openCourse(studio.db);
  teacher = await studio.as("teacher");
});
afterAll(async () => {
  for (const one of opened) await one.close();
});

const at = (week: number) => ({ params: { sectionId: course.section.id, week } });
const read = async (week: number) => (await teacher.call(api.lessons.read, at(week))).body;
const contents = (lesson: Lesson) =>
  lesson.segments.map(({ covered: _covered, reached: _reached, ...content }) => content);
const keep = (
  lesson: Lesson,
  about: Partial<{ version: number; segments: ReturnType<typeof contents> }> = {},
) =>
  teacher.call(api.lessons.change, {
    ...at(lesson.week),
    body: { version: lesson.version, segments: contents(lesson), ...about },
  });
const markOf = (
  lesson: Lesson,
  title: string,
  covered: "done" | "part" | "not-done" | null,
  after: string | null = null,
) => {
  const part = lesson.segments.find((segment) => segment.title === title);
  if (!part) throw new Error(`no part ${title}`);
  const value = covered && { covered, reached: null };
  return teacher.call(api.classLog.note, {
    ...at(lesson.week),
    body: { entries: [noted({ kind: "mark", target: part.id, value }, after)] },
  });
};
/** Keeps, marks and finishes a lesson. */
async function teach(week: number, marks: Record<string, "done" | "part" | "not-done">): Promise<Lesson> {
  const kept = (await keep(await read(week))).body;
  for (const [title, covered] of Object.entries(marks)) await markOf(kept, title, covered);
  const ended = noted({ kind: "ended", target: "class", value: { ended: true } });
  await teacher.call(api.classLog.note, { ...at(week), body: { entries: [ended] } });
  return read(week);
}

describe("a lesson", () => {
  it("follows the plan until somebody keeps it, and always fills its minutes", async () => {
    const lesson = await read(1);
    expect(lesson).toMatchObject({
      version: 0,
      state: "planned",
      date: "2027-02-15",
      lessonMinutes: 60,
      toCarry: [],
    });
    expect(totalMinutes(lesson.segments)).toBe(60);
    expect(lesson.segments.map(({ title }) => title)).toContain("Home");
    const plan = (await teacher.call(api.plans.read, { params: { id: course.section.planId } })).body;
    const director = await studio.as("director");
    const chosen = plan.chosen.map((entry) => ({ ...entry, week: entry.week === 1 ? 3 : entry.week }));
    await director.call(api.plans.change, {
      params: { id: plan.id },
      body: { ...contentOfPlan(plan), version: plan.version, chosen },
    });
    expect((await read(1)).segments.map(({ title }) => title)).not.toContain("Home");
  });

  it("keeps a new order and refuses minutes that do not sum", async () => {
    const lesson = await read(1);
    const [first, second, ...rest] = contents(lesson);
    if (!first || !second) throw new Error("too short");
    const kept = await keep(lesson, { segments: [second, first, ...rest] });
    expect(kept.body.version).toBe(1);
    expect((await read(1)).segments.map(({ id }) => id).slice(0, 2)).toEqual([second.id, first.id]);
    const long = await keep(kept.body, {
      segments: [{ ...first, minutes: first.minutes + 1 }, second, ...rest],
    });
    expect(long.problem.errors).toEqual([
      { path: "segments", message: "The parts add up to 61 minutes; the lesson has 60" },
    ]);
    expect((await read(1)).version).toBe(1);
  });

  it("hands a stale edit the present order", async () => {
    const lesson = await read(1);
    const kept = (await keep(lesson)).body;
    const stale = await keep(lesson);
    expect(stale.status).toBe(409);
    expect(stale.problem.current).toEqual(kept);
  });

  it("lets one of two first edits through", async () => {
    const [one, two] = [await read(1), await read(1)];
    const answers = await Promise.all([keep(one), keep(two)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
  });

  it("loses no mark that is given while somebody else moves parts", async () => {
    let lesson = (await keep(await read(2))).body;
    let last: string | null = null;
    for (let round = 0; round < 8; round++) {
      const covered = round % 2 === 0 ? "done" : "part";
      const [marked, moved]: [Awaited<ReturnType<typeof markOf>>, Awaited<ReturnType<typeof keep>>] =
        await Promise.all([
          markOf(lesson, "Pass", covered, last),
          keep(lesson, { segments: [...contents(lesson)].reverse() }),
        ]);
      expect(moved.status).toBe(200);
      expect(marked.body.answers).toMatchObject([{ outcome: "kept" }]);
      last = marked.body.entries.at(-1)?.id ?? null;
      lesson = await read(2);
      expect(lesson.segments.find(({ title }) => title === "Pass")?.covered).toBe(covered);
    }
  });

  it("follows the plan again when it is asked to, but not once it was marked", async () => {
    const kept = (await keep(await read(1))).body;
    const rebuild = (version: number) => teacher.call(api.lessons.rebuild, { ...at(1), body: { version } });
    expect((await rebuild(9)).status).toBe(409);
    expect((await rebuild(kept.version)).body.version).toBe(kept.version + 1);
    // An edit made in sight of the order that was given up is told from one made in sight of the plan's.
    expect((await keep(kept)).status).toBe(409);
    const again = (await keep(await read(1))).body;
    await markOf(again, "Home", "done");
    expect((await rebuild(again.version)).problem.type).toContain("in-use");
  });

  it("is not there beyond the end of the section", async () => {
    expect((await teacher.call(api.lessons.read, at(7))).status).toBe(404);
    expect((await teacher.call(api.lessons.read, at(27))).status).toBe(422);
  });
});

describe("what was not finished", () => {
  it("comes first in the next lesson", async () => {
    await teach(1, { Home: "part" });
    const next = await read(2);
    expect(next.segments.slice(0, 2).map(({ kind, title }) => [kind, title])).toEqual([
      ["warm-up", "Welcome and warm-up"],
      ["carry-over", "Home"],
    ]);
    expect(totalMinutes(next.segments)).toBe(60);
  });

  it("is told when the next running order was kept before", async () => {
    await keep(await read(2));
    await teach(1, { Home: "not-done" });
    expect((await read(2)).toCarry.map(({ title, minutes }) => [title, minutes])).toEqual([["Home", 10]]);
  });
});

describe("a recap", () => {
  const recap = async (week: number) => (await teacher.call(api.recaps.read, at(week))).body;

  it("waits for its lesson", async () => {
    const answer = await teacher.call(api.recaps.publish, { ...at(1), body: { version: 0 } });
    expect(answer.status).toBe(422);
    expect(answer.problem.detail).toContain("Finish the class first");
  });

  it("is drafted from what was covered, not from the plan", async () => {
    await teach(1, { Home: "done" });
    await teach(2, { Home: "done", Pass: "not-done" });
    const first = JSON.stringify((await recap(1)).document);
    expect(first).toContain("Say Home");
    const second = JSON.stringify((await recap(2)).document);
    expect(second).toContain("Came back");
    expect(second).not.toContain("Say Pass");
    expect(second).toContain("we finish it first");
  });

  it("names the cautions of what was danced", async () => {
    await teach(1, { Home: "done" });
    await teach(2, { Home: "done", Pass: "part" });
    expect(JSON.stringify((await recap(2)).document)).toContain("Keep arms in front.");
  });

  it("is read by anyone with its link, shows nothing of students, and dies with the link", async () => {
    const params = { id: course.section.id };
    await teacher.call(api.students.create, { params, body: { name: "Zenobia", role: "leader" } });
    await teach(1, { Home: "done" });
    const published = (await teacher.call(api.recaps.publish, { ...at(1), body: { version: 0 } })).body;
    const outside = await studio.visitor();
    const seen = await outside.call(api.recaps.readPublic, { params: { secret: published.secret } });
    expect(seen.body).toMatchObject({
      studioName: "Test house",
      subtitle: "Level one, Monday, week 1",
      date: "2027-02-15",
    });
    expect(JSON.stringify(seen.body)).not.toContain("Zenobia");
    expect(seen.headers.get("referrer-policy")).toBe("no-referrer");
    const gone = await teacher.call(api.recaps.unpublish, { ...at(1), body: { version: published.version } });
    expect(gone.body.secret).toBeNull();
    expect((await outside.call(api.recaps.readPublic, { params: { secret: published.secret } })).status).toBe(
      404,
    );
    const again = (await teacher.call(api.recaps.publish, { ...at(1), body: { version: gone.body.version } }))
      .body;
    expect(again.secret).not.toBe(published.secret);
  });

  it("keeps what was edited, and refuses text that is none", async () => {
    await teach(1, { Home: "done" });
    const { version, title } = await recap(1);
    const document = {
      type: "doc" as const,
      content: [{ type: "paragraph" as const, content: [{ type: "text" as const, text: "Our own words" }] }],
    };
    const saved = await teacher.call(api.recaps.change, { ...at(1), body: { version, title, document } });
    expect(saved.body).toMatchObject({ version: 1, document });
    const stale = await teacher.call(api.recaps.change, { ...at(1), body: { version, title, document } });
    expect(stale.status).toBe(409);
    const script = { type: "doc", content: [{ type: "script", content: [] }] };
    const wrong = await teacher.send("PUT", `/sections/${course.section.id}/lessons/1/recap`, {
      version: 1,
      title,
      document: script,
    });
    expect(wrong.status).toBe(422);
    expect((await recap(1)).document).toEqual(document);
  });
});

describe("today", () => {
  it("shows the director every section and plan, a teacher their own sections and no plans", async () => {
    const director = await studio.as("director");
    const all = (await director.call(api.today.read)).body;
    expect(all.today).toBe(TODAY);
    expect(all.lessons).toMatchObject([
      { week: 2, sectionName: "Monday", levelName: "Level one", carried: [] },
    ]);
    expect(all.unfinished).toMatchObject([{ week: 1, date: "2027-02-15" }]);
    expect((await teacher.call(api.today.read)).body).toMatchObject({ lessons: [], recaps: [], plans: [] });
  });

  it("answers whatever is taken away and put back while it reads", async () => {
    const director = await studio.as("director");
    const body = levelContent(course.danceId, { name: "Spare" });
    const { id } = (await director.call(api.levels.create, { body })).body;
    let reading = true;
    const restless = (async () => {
      while (reading) {
        await director.call(api.levels.remove, { params: { id } });
        await director.call(api.levels.restore, { params: { id } });
      }
    })();
    const statuses: number[] = [];
    for (let round = 0; round < 12; round += 1) statuses.push((await director.call(api.today.read)).status);
    reading = false;
    await restless;
    expect(new Set(statuses)).toEqual(new Set([200]));
  });

  it("shows tonight's class first, and last week's that nobody closed beside it", async () => {
    const director = await studio.as("director");
    const { id, version, name, levelId, startTime, room, daysOff, teacherIds } = course.section;
    const body = { version, name, levelId, startTime, room, daysOff, teacherIds, firstDate: "2027-02-09" };
    expect((await director.call(api.sections.change, { params: { id }, body })).status).toBe(200);
    const { lessons, unfinished } = (await director.call(api.today.read)).body;
    expect(lessons).toMatchObject([{ week: 2, date: TODAY }]);
    expect(unfinished).toMatchObject([{ week: 1, date: "2027-02-09", sectionName: "Monday" }]);
  });

  it("goes on to the next lesson and asks for the recap once a class is finished", async () => {
    const director = await studio.as("director");
    await teach(1, { Home: "part" });
    const { lessons, recaps } = (await director.call(api.today.read)).body;
    expect(lessons).toMatchObject([{ week: 2, carried: ["Home"] }]);
    expect(recaps).toMatchObject([{ week: 1, recap: "none" }]);
    await teacher.call(api.recaps.publish, { ...at(1), body: { version: 0 } });
    expect((await director.call(api.today.read)).body.recaps).toEqual([]);
  });

  it("shows what a plan has to solve in the weeks to come, not in those taught", async () => {
    const director = await studio.as("director");
    const plan = (await director.call(api.plans.read, { params: { id: course.section.planId } })).body;
    const { home, pass } = course.figures;
    const chosen = [choose(pass.id, 1), choose(home.id, 3)];
    await director.call(api.plans.change, {
      params: { id: plan.id },
      body: { ...contentOfPlan(plan), version: plan.version, chosen },
    });
    const { plans } = (await director.call(api.today.read)).body;
    expect(plans).toMatchObject([
      { planId: plan.id, must: 1, first: "Pass in week 1 needs Home, which comes in week 3." },
    ]);
    await teach(1, { Pass: "done" });
    expect((await director.call(api.today.read)).body.plans).toEqual([]);
  });
});

describe("how the courses run", () => {
  const courses = async () => (await teacher.call(api.courses.list)).body;
  const running = async () => (await courses()).find(({ sectionId }) => sectionId === course.section.id);

  it("tells of each level its plan, and of each section its weeks, its dancers and what is late", async () => {
    const director = await studio.as("director");
    await teach(1, { Home: "done" });
    const enrol = (name: string, about = {}) =>
      director.call(api.students.create, {
        params: { id: course.section.id },
        body: { name, role: "leader", from: "2027-02-01", ...about },
      });
    await enrol("Anouk");
    await enrol("Later", { from: "2027-03-30" });
    const [level, section] = await courses();
    expect(level).toMatchObject({
      sectionId: null,
      planId: course.level.planId,
      dancers: 0,
      waiting: 1,
      strands: [{ kind: "basic" }, { kind: "pattern" }],
    });
    expect(section).toMatchObject({ sectionId: course.section.id, dancers: 1, strands: [] });
    expect(section?.weeks).toHaveLength(6);
    expect(section?.weeks.slice(0, 2)).toMatchObject([
      { week: 1, date: "2027-02-15", state: "taught", recap: "none", cancelled: false, newFigures: 1 },
      { week: 2, date: "2027-02-22", state: "planned", recap: "none", newFigures: 1 },
    ]);
    for (const { byWork, minutes, room } of section?.weeks ?? []) {
      expect(byWork.reduce((sum, own) => sum + own, 0)).toBe(minutes);
      expect(minutes).toBeLessThanOrEqual(room);
    }
    // Today draws the same for the sections that it shows.
    expect((await director.call(api.today.read)).body.courses).toEqual([section]);
  });

  it("counts what is to be solved ahead at its week, and says the first of it", async () => {
    const director = await studio.as("director");
    const plan = (await director.call(api.plans.read, { params: { id: course.section.planId } })).body;
    const { home, pass } = course.figures;
    await director.call(api.plans.change, {
      params: { id: plan.id },
      body: {
        ...contentOfPlan(plan),
        version: plan.version,
        chosen: [choose(pass.id, 1), choose(home.id, 3)],
        special: [{ week: 5, kind: "cancelled", minutes: 0 }],
      },
    });
    const found = await running();
    expect(found).toMatchObject({ must: 1, first: "Pass in week 1 needs Home, which comes in week 3." });
    expect(found?.weeks[0]).toMatchObject({ must: 1, should: 0 });
    expect(found?.weeks[4]).toMatchObject({ cancelled: true, room: 0 });
    await teach(1, { Pass: "done" });
    expect(await running()).toMatchObject({ must: 0, weeks: [{ must: 0 }, {}, {}, {}, {}, {}] });
  });
});

describe("what becomes of a figure", () => {
  const trail = async (id: string) => (await teacher.call(api.figures.trail, { params: { id } })).body;

  it("is told in the order of the job: planned, taught, danced, and what it opens the way to", async () => {
    const director = await studio.as("director");
    const { home, pass, spin } = course.figures;
    const { id: sectionId } = course.section;
    expect(await trail(pass.id)).toMatchObject({
      planned: [{ sectionId, title: "Level one, Monday", week: 2, date: "2027-02-22" }],
      taught: { times: 0, last: null },
      danced: { seen: 0, have: 0 },
      opens: [],
    });
    // What waits for a week is planned nowhere.
    expect((await trail(spin.id)).planned).toEqual([]);
    await teach(1, { Home: "part" });
    const ada = await director.call(api.students.create, {
      params: { id: sectionId },
      body: { name: "Ada", role: "leader" },
    });
    const see = (mark: "alone" | "not-yet", seenOn: string) =>
      director.call(api.checks.note, {
        params: { id: sectionId },
        body: { entries: [seen(ada.body.id, home.id, { mark, seenOn })] },
      });
    await see("not-yet", "2027-02-14");
    expect((await trail(home.id)).danced).toEqual({ seen: 1, have: 0 });
    await see("alone", "2027-02-15");
    expect(await trail(home.id)).toMatchObject({
      // Its lesson was before today, and the level is run by a section.
      taught: { times: 1, last: { sectionId, week: 1, date: "2027-02-15" } },
      danced: { seen: 1, have: 1 },
      opens: [{ name: "Pass" }, { name: "Spin" }],
    });
  });

  it("names the level where no section of it is ahead, and nothing of what was removed", async () => {
    const director = await studio.as("director");
    const { pass } = course.figures;
    await director.call(api.sections.remove, { params: { id: course.section.id } });
    expect((await trail(pass.id)).planned).toMatchObject([
      { sectionId: null, levelId: course.level.id, title: "Level one", week: 2, date: null },
    ]);
    await director.call(api.levels.remove, { params: { id: course.level.id } });
    expect((await trail(pass.id)).planned).toEqual([]);
    const unknown = { params: { id: "00000000-0000-4000-8000-000000000000" } };
    expect((await teacher.call(api.figures.trail, unknown)).status).toBe(404);
  });
});
