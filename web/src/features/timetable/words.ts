import type { Clash, ClashRemedy } from "@map-step/core/timetable";
import { timeOf } from "@map-step/core/timetable";
import { counted, inWords } from "@map-step/core/words";
import { dayAndMonth, shortDay, timeText } from "../../kit/dates.ts";

/** What things of a timetable are called. */
export interface TimetableNames {
  readonly section: (id: string) => string;
  readonly person: (id: string) => string;
}

/** `Mon 22 Feb`, `Mon 22 Feb and 8 Mar`, or `5 times from Mon 22 Feb to 3 May`. */
export function daysInWords(days: readonly string[]): string {
  const [first = "", second] = days;
  if (second === undefined) return shortDay(first);
  if (days.length === 2) return `${shortDay(first)} and ${dayAndMonth(second)}`;
  return `${days.length} times from ${shortDay(first)} to ${dayAndMonth(days.at(-1) ?? "")}`;
}

/** What is wrong, in one sentence, with its numbers. */
export function clashInWords(clash: Clash, { section, person }: TimetableNames): string {
  const { kind, sectionIds, staffId, room, about, minutes } = clash;
  const when = daysInWords(clash.days.map(({ date }) => date));
  const [one = "", other = ""] = sectionIds.map(section);
  const who = staffId === null ? "" : person(staffId);
  switch (kind) {
    case "room":
      return `${room} has two classes at once: ${one} and ${other} meet for ${counted(minutes, "minute")}, ${when}.`;
    case "teacher":
      return `${who} is to teach two classes at once: ${one} and ${other} meet for ${counted(minutes, "minute")}, ${when}.`;
    case "away":
      return `${who} is away, and nobody stands in: ${one}, ${when}.`;
    case "closed":
      return `The studio is closed${about.some(Boolean) ? ` (${inWords(about.filter(Boolean))})` : ""}: ${one}, ${when}.`;
    case "unable":
      return `Nobody who teaches ${one} may teach ${inWords(about)}: ${when}.`;
    case "nobody":
      return `${one} has nobody to teach it: ${when}.`;
  }
}

/** What a way out does, as the button that takes it says it. */
export function remedyInWords(
  remedy: ClashRemedy,
  { section, person }: TimetableNames,
  dateOf: (sectionId: string, week: number) => string,
): string {
  const name = section(remedy.sectionId);
  switch (remedy.kind) {
    case "room":
      return `${name}: move to ${remedy.room}`;
    case "start":
      return `${name}: begin at ${timeText(timeOf(remedy.start))}`;
    case "dayOff":
      return `${name}: no class on ${inWords(remedy.days.map(dayAndMonth))}, ends ${counted(remedy.days.length, "week")} later`;
    case "standIn":
      return `${person(remedy.staffId)} teaches ${name} on ${dayAndMonth(dateOf(remedy.sectionId, remedy.week))}`;
    case "teacher":
      return remedy.forId === null
        ? `${person(remedy.staffId)} teaches ${name}`
        : `${person(remedy.staffId)} teaches ${name} in ${person(remedy.forId)}’s place`;
  }
}
