import { type Level, SECTION_FIELDS, type SectionContent, startOf } from "@map-step/contract";
import { addDays, nextWeekday } from "@map-step/core/time";
import { type Database, services } from "@map-step/server";

type Ids = ReadonlyMap<string, string>;

const [MONDAY, TUESDAY, WEDNESDAY] = [1, 2, 3];

/** Sections that begin next week: one of them needs the room before the class in it is over. */
const LATER: Readonly<
  Record<
    string,
    Pick<SectionContent, "name" | "startTime" | "room" | "places"> & { weekday: number; teachers: string[] }
  >
> = {
  "Shag 1": {
    name: "Early Mondays",
    weekday: MONDAY,
    startTime: "18:45",
    room: "Harbour room",
    places: 12,
    teachers: ["Teodor Mossgate"],
  },
  "Waltz 1": {
    name: "Wednesdays",
    weekday: WEDNESDAY,
    startTime: "19:00",
    room: "Harbour room",
    places: 14,
    teachers: ["Sunniva Larkfield", "Bento Haverlock"],
  },
};

/** The section of a first level that begins next week, where there is one. */
export async function openLater(db: Database, level: Level, staff: Ids, today: string): Promise<void> {
  const later = LATER[level.name];
  if (!later) return;
  const { weekday, teachers, ...content } = later;
  await services.createSection(db, {
    ...startOf(SECTION_FIELDS),
    ...content,
    levelId: level.id,
    firstDate: nextWeekday(today, weekday),
    teacherIds: teachers.flatMap((name) => staff.get(name) ?? []),
  });
}

/** Rooms, this term and the next, and somebody who is away for one evening and has found a substitute. */
export async function loadTimetable(db: Database, staff: Ids, today: string): Promise<void> {
  const monday = nextWeekday(today, MONDAY);
  await services.createRoom(db, {
    name: "Harbour room",
    places: 28,
    note: "Sprung oak; the key is at the bar.",
  });
  await services.createRoom(db, { name: "Upper room", places: 20, note: "New floor, still slow." });
  await services.createTerm(db, {
    name: "Winter term",
    firstDay: addDays(monday, -49),
    lastDay: addDays(monday, 48),
    closed: [{ day: addDays(monday, -7), reason: "Harbour lights" }],
  });
  await services.createTerm(db, {
    name: "Spring term",
    firstDay: addDays(monday, 56),
    lastDay: addDays(monday, 139),
    closed: [
      { day: addDays(monday, 77), reason: "Day of the boats" },
      { day: addDays(monday, 87), reason: "Floor is oiled" },
    ],
  });
  const [junia = "", teodor = ""] = ["Junia Reedwater", "Teodor Mossgate"].map(
    (name) => staff.get(name) ?? "",
  );
  const director = {
    id: staff.get("Maro Quillfeather") ?? "",
    name: "Maro Quillfeather",
    role: "director",
  } as const;
  const tuesday = nextWeekday(addDays(today, 1), TUESDAY);
  await services.createAbsence(db, { staffId: junia, fromDay: tuesday, untilDay: tuesday }, director);
  const section = await db.Section.findOne({ where: { name: "Tuesday section" }, rejectOnEmpty: true });
  const [found] = await services.listSections(db, { ids: [section.id] });
  const week = (found?.dates.indexOf(tuesday) ?? -1) + 1;
  if (week > 0) await services.standInFor(db, section.id, { week, forId: junia, staffId: teodor }, director);
}
