import type { Section } from "@map-step/contract";
import { lessonLength } from "@map-step/core/lesson";
import { layOut, roomsOf } from "@map-step/core/plan";
import { instantAt } from "@map-step/core/time";
import ical, { ICalEventStatus } from "ical-generator";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";
import { computablePlans, planOfSection } from "../plans/read.ts";
import { readSection } from "./read.ts";

const MINUTE_MS = 60_000;

async function about(db: Database, { teacherIds }: Section): Promise<{ timeZone: string; teachers: string }> {
  const [found] = await rowsOf<{ timeZone: string; teachers: string[] }>(
    db,
    `select (select time_zone from studio) as "timeZone",
       array(select name from staff where id = any($teacherIds::uuid[]) order by name) as teachers`,
    { teacherIds },
  );
  return { timeZone: found?.timeZone ?? "UTC", teachers: (found?.teachers ?? []).join(" and ") };
}

/**
 * The lessons of a section as iCalendar, one event each, with what is new in it. Times are instants, worked out in
 * the studio's zone, so that every calendar shows the right hour wherever it and this server are. A cancelled lesson
 * stays in as cancelled, so that calendars which had it take it away; its sequence rises with each change of the plan
 * or the section.
 */
export async function sectionCalendar(db: Database, id: string): Promise<{ text: string }> {
  const section = await readSection(db, id);
  const [found] = await computablePlans(db, [await planOfSection(db, id)]);
  if (!found) throw notFound();
  const { level, plan, computable } = found;
  const { timeZone, teachers } = await about(db, section);
  const rooms = roomsOf(computable);
  const { shares, figures, weeks } = layOut(computable);
  const names = (ids: readonly string[]) => ids.map((one) => figures.get(one)?.name ?? "").join(", ");
  const calendar = ical({ name: `${level.name}, ${section.name}` });
  section.dates.forEach((date, index) => {
    const room = rooms[index];
    if (!room) return;
    const week = index + 1;
    const start = instantAt(date, section.startTime, timeZone);
    const minutes = room.held ? lessonLength(computable, week) : level.lessonMinutes;
    const fresh = [...weeks].filter(([, at]) => at === week).map(([figureId]) => figureId);
    const back = [...shares].flatMap(([figureId, all]) =>
      all.some((part) => part.week === week) && !fresh.includes(figureId) ? [figureId] : [],
    );
    const taught = [
      fresh.length > 0 ? `New: ${names(fresh)}` : "Nothing new",
      back.length > 0 ? `Back again: ${names(back)}` : "",
      teachers === "" ? "" : `Taught by ${teachers}`,
    ];
    calendar.createEvent({
      id: `${section.id}-${week}@map-step`,
      sequence: plan.version + section.version + level.version,
      status: room.held ? ICalEventStatus.CONFIRMED : ICalEventStatus.CANCELLED,
      start,
      end: new Date(start.getTime() + minutes * MINUTE_MS),
      summary: room.held ? `${level.name}, week ${week}` : `Cancelled: ${level.name}, week ${week}`,
      location: section.room || null,
      description: room.held ? taught.filter(Boolean).join("\n") : "This lesson is not held.",
    });
  });
  return { text: calendar.toString() };
}
