import { lessonLength } from "@map-step/core/lesson";
import { lookAt, roomsOf } from "@map-step/core/plan";
import ical from "ical-generator";
import type { Database } from "../../db/connection.ts";
import { readLevel } from "../levels/read.ts";
import { computablePlan, planOfSection } from "../plans/service.ts";
import { readSection } from "./service.ts";

const MINUTE_MS = 60_000;

/** The lessons of a section as iCalendar: one event each, at the studio's own hour, with what is new in it. */
export async function sectionCalendar(db: Database, id: string): Promise<{ text: string }> {
  const section = await readSection(db, id);
  const [level, plan, staff] = await Promise.all([
    readLevel(db, section.levelId),
    computablePlan(db, await planOfSection(db, id)),
    db.Staff.findAll({ where: { id: section.teacherIds } }),
  ]);
  const rooms = roomsOf(plan);
  const { parts, figures, weeks } = lookAt(plan);
  const names = (ids: readonly string[]) => ids.map((one) => figures.get(one)?.name ?? "").join(", ");
  const calendar = ical({ name: `${level.name}, ${section.name}` });
  section.dates.forEach((date, index) => {
    const room = rooms[index];
    if (!room?.held) return;
    const week = index + 1;
    // Floating: the digits are those of the studio's wall clock, wherever the calendar is read.
    const start = new Date(`${date}T${section.startTime}:00`);
    const fresh = [...weeks].filter(([, at]) => at === week).map(([figureId]) => figureId);
    const back = [...parts].flatMap(([figureId, all]) =>
      all.some((part) => part.week === week) && !fresh.includes(figureId) ? [figureId] : [],
    );
    calendar.createEvent({
      id: `${section.id}-${week}@map-step`,
      start,
      end: new Date(start.getTime() + lessonLength(plan, week) * MINUTE_MS),
      floating: true,
      summary: `${level.name}, week ${week}`,
      location: section.room || null,
      description: [
        fresh.length > 0 ? `New: ${names(fresh)}` : "Nothing new",
        back.length > 0 ? `Back again: ${names(back)}` : "",
        staff.length > 0 ? `Taught by ${staff.map(({ name }) => name).join(" and ")}` : "",
      ]
        .filter(Boolean)
        .join("\n"),
    });
  });
  return { text: calendar.toString() };
}
