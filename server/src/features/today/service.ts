import { type LessonSummary, may, type Person, type Section, type Today } from "@map-step/contract";
import { checkPlan } from "@map-step/core/plan";
import type { Config } from "../../config.ts";
import type { Database } from "../../db/connection.ts";
import { unlessGone } from "../../http/problems.ts";
import { carriedInto, listLessons } from "../lessons/read.ts";
import { listLevels } from "../levels/read.ts";
import { computablePlan, readPlan } from "../plans/service.ts";
import { listSections } from "../sections/service.ts";
import { studioToday } from "../session/service.ts";
import { listStaff } from "../staff/service.ts";

type PlanLine = Today["plans"][number];

/** What a plan still has to solve, in the weeks that have not been taught; `null` when it is all right. */
async function planLine(
  db: Database,
  place: Pick<PlanLine, "planId" | "levelId" | "sectionId" | "title">,
  taught: number,
): Promise<PlanLine | null> {
  const plan = await unlessGone(readPlan(db, place.planId).then((found) => computablePlan(db, found)));
  if (!plan) return null;
  const findings = checkPlan(plan).filter(({ week }) => week > taught);
  const must = findings.filter(({ severity }) => severity === "must");
  const first = must[0] ?? findings[0];
  return first
    ? { ...place, must: must.length, should: findings.length - must.length, first: first.text }
    : null;
}

const mine = (section: Section, { id, role }: Person): boolean =>
  role === "director" || section.teacherIds.includes(id);

/** What is on for a person: a teacher sees the sections they teach, a director all of them and the plans. */
export async function todayFor(db: Database, config: Config, person: Person): Promise<Today> {
  const [today, levels, sections, staff] = await Promise.all([
    studioToday(db, config),
    listLevels(db),
    listSections(db),
    listStaff(db),
  ]);
  const levelNames = new Map(levels.map(({ id, name }) => [id, name]));
  const staffNames = new Map(staff.map(({ id, name }) => [id, name]));
  const lessons: Today["lessons"] = [];
  const recaps: Today["recaps"] = [];
  const taughtWeeks = new Map<string, number>();
  for (const section of sections) {
    const found = await unlessGone(listLessons(db, section));
    if (!found) continue;
    const all = found.lessons;
    taughtWeeks.set(
      section.id,
      Math.max(0, ...all.filter(({ state }) => state === "taught").map(({ week }) => week)),
    );
    if (!mine(section, person)) continue;
    const line = {
      sectionName: section.name,
      levelName: levelNames.get(section.levelId) ?? "",
      startTime: section.startTime,
      room: section.room,
    };
    const withLine = <T extends LessonSummary>(lesson: T) => ({ ...lesson, ...line });
    const next = all.find(({ state, cancelled }) => state === "planned" && !cancelled);
    const teachers = section.teacherIds.flatMap((id) => staffNames.get(id) ?? []);
    if (next) {
      const carried = (await carriedInto(db, section.id, next.week)).map(({ title }) => title);
      lessons.push({ ...withLine(next), teachers, carried });
    }
    recaps.push(
      ...all.filter(({ state, recap }) => state === "taught" && recap !== "published").map(withLine),
    );
  }
  const places = may(person.role, "plans.write")
    ? [
        ...levels.map(({ id, planId, name }) => ({ planId, levelId: id, sectionId: null, title: name })),
        ...sections.map((section) => ({
          planId: section.planId,
          levelId: section.levelId,
          sectionId: section.id,
          title: `${levelNames.get(section.levelId) ?? ""}, ${section.name}`,
        })),
      ]
    : [];
  const plans = await Promise.all(
    places.map((place) => planLine(db, place, place.sectionId ? (taughtWeeks.get(place.sectionId) ?? 0) : 0)),
  );
  const byDate = (a: { date: string; startTime: string }, b: { date: string; startTime: string }) =>
    a.date.localeCompare(b.date) || a.startTime.localeCompare(b.startTime);
  return {
    today,
    lessons: lessons.sort(byDate),
    recaps: recaps.sort(byDate),
    plans: plans.filter((plan) => plan !== null),
  };
}
