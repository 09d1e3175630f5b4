import type { CalendarKind, Section } from "@map-step/contract";
import { lessonLength } from "@map-step/core/lesson";
import { layOut, weekCapacities } from "@map-step/core/plan";
import { instantAt } from "@map-step/core/time";
import { there } from "@map-step/core/timetable";
import ical, { type ICalCalendar, ICalEventStatus } from "ical-generator";
import { readAll } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { type ComputablePlan, computablePlans, readPlans } from "../plans/read.ts";
import { listSections, readSection } from "../sections/read.ts";

const MINUTE_MS = 60_000;

interface Studio {
  readonly timeZone: string;
  readonly names: ReadonlyMap<string, string>;
}

async function studioOf(db: Database): Promise<Studio> {
  const [[studio], staff] = await readAll(
    () => rowsOf<{ timeZone: string }>(db, `select time_zone as "timeZone" from studio`),
    () => rowsOf<{ id: string; name: string }>(db, "select id, name from staff"),
  );
  return {
    timeZone: studio?.timeZone ?? "UTC",
    names: new Map(staff.map(({ id, name }) => [id, name])),
  };
}

/**
 * One event for each lesson of a section, with what is new in it. Times are instants, worked out in the studio's zone,
 * so that every calendar shows the right hour wherever it and this server are. A cancelled lesson stays in as
 * cancelled, so that calendars which had it take it away; its sequence rises with each change of the plan, the section
 * or the level.
 * @param staffId only lessons in which this person teaches
 */
function addLessons(
  calendar: ICalCalendar,
  section: Section,
  { level, plan, computable }: ComputablePlan,
  { timeZone, names }: Studio,
  staffId: string | null,
): void {
  const rooms = weekCapacities(computable);
  const { shares, figures, weeks } = layOut(computable);
  const figureNames = (ids: readonly string[]) => ids.map((one) => figures.get(one)?.name ?? "").join(", ");
  section.dates.forEach((date, index) => {
    const room = rooms[index];
    if (!room) return;
    const week = index + 1;
    const standIns = section.standIns.filter((one) => one.week === week);
    const people = there({ teacherIds: section.teacherIds, standIns });
    if (staffId !== null && !people.includes(staffId)) return;
    const start = instantAt(date, section.startTime, timeZone);
    const minutes = room.held ? lessonLength(computable, week) : level.lessonMinutes;
    const fresh = [...weeks].filter(([, at]) => at === week).map(([figureId]) => figureId);
    const back = [...shares].flatMap(([figureId, all]) =>
      all.some((part) => part.week === week) && !fresh.includes(figureId) ? [figureId] : [],
    );
    const taughtBy = people.flatMap((id) => names.get(id) ?? []).toSorted();
    const taught = [
      fresh.length > 0 ? `New: ${figureNames(fresh)}` : "Nothing new",
      back.length > 0 ? `Back again: ${figureNames(back)}` : "",
      taughtBy.length === 0 ? "" : `Taught by ${taughtBy.join(" and ")}`,
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
}

async function calendarOf(
  db: Database,
  name: string | null,
  sections: readonly Section[],
  staffId: string | null,
): Promise<string> {
  const [studio, plans] = await readAll(
    () => studioOf(db),
    async () =>
      sections.length === 0
        ? []
        : computablePlans(db, await readPlans(db, { sectionIds: sections.map(({ id }) => id) })),
  );
  const bySection = new Map(plans.map((one) => [one.plan.sectionId, one]));
  const [first] = plans;
  const calendar = ical({ name: name ?? `${first?.level.name ?? ""}, ${sections[0]?.name ?? ""}` });
  for (const section of sections) {
    const plan = bySection.get(section.id);
    if (plan) addLessons(calendar, section, plan, studio, staffId);
  }
  return calendar.toString();
}

/** The lessons of a section as iCalendar. @throws a not-found problem */
export const sectionCalendar = async (db: Database, id: string): Promise<{ text: string }> => ({
  text: await calendarOf(db, null, [await readSection(db, id)], null),
});

/** The lessons of whatever a calendar's address is for; `null` where that is not there any more. */
export async function calendarFor(
  db: Database,
  { kind, thingId }: { readonly kind: CalendarKind; readonly thingId: string },
): Promise<string | null> {
  const tables = { teacher: "staff where active and", room: "rooms where deleted_at is null and" };
  if (kind === "section") {
    const sections = await listSections(db, { ids: [thingId] });
    return sections.length === 0 ? null : calendarOf(db, null, sections, null);
  }
  const [thing] = await rowsOf<{ name: string }>(db, `select name from ${tables[kind]} id = $thingId`, {
    thingId,
  });
  if (!thing) return null;
  const { name } = thing;
  if (kind === "teacher")
    return calendarOf(db, name, await listSections(db, { teacherId: thingId }), thingId);
  const here = ({ room }: Section) => room.trim().toLowerCase() === name.trim().toLowerCase();
  return calendarOf(db, name, (await listSections(db)).filter(here), null);
}
