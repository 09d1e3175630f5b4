import { addDays, type LocalDate } from "../time/index.ts";
import { type Clash, clashesOf, type Timetable } from "./clashes.ts";
import type { Slot } from "./slot.ts";
import { type Candidate, standInsFor } from "./stand-in.ts";

/** One change of a section that takes a clash away. */
export type ClashRemedy =
  | { readonly kind: "room"; readonly sectionId: string; readonly room: string }
  | { readonly kind: "start"; readonly sectionId: string; readonly start: number }
  | { readonly kind: "dayOff"; readonly sectionId: string; readonly days: readonly LocalDate[] }
  | {
      readonly kind: "standIn";
      readonly sectionId: string;
      readonly week: number;
      readonly staffId: string;
      readonly forId: string;
    }
  | {
      readonly kind: "teacher";
      readonly sectionId: string;
      readonly staffId: string;
      /** Whose place it is; `null` where they come as well. */
      readonly forId: string | null;
    };

/** A room of the studio, with the dancers that it holds. */
export interface RoomHolds {
  readonly name: string;
  readonly places: number | null;
}

/** What remedies are found in. */
export interface Means extends Timetable {
  readonly rooms: readonly RoomHolds[];
  readonly staff: readonly Candidate[];
  /** Places that a section has to have. */
  readonly needs: ReadonlyMap<string, number>;
}

/** Other hours that are tried, in minutes from the present one, the nearest first. */
const SHIFTS = [15, -15, 30, -30, 45, -45, 60, -60, 75, -75, 90, -90];
/** So many ways out of one kind are told. */
const MOST_OF_A_KIND = 2;

/** The lessons of a section with days off: each lesson that would fall on one, and all after it, come later. */
function movedRound(own: readonly Slot[], days: readonly LocalDate[]): Slot[] {
  const inOrder = own.toSorted((a, b) => a.week - b.week);
  const dates = inOrder.map(({ date }) => date).filter((date) => !days.includes(date));
  for (let date = inOrder.at(-1)?.date ?? ""; dates.length < inOrder.length; ) {
    date = addDays(date, 7);
    if (!days.includes(date)) dates.push(date);
  }
  return inOrder.map((slot, at) => ({ ...slot, date: dates[at] ?? slot.date }));
}

/** A timetable after a remedy. */
function after(timetable: Timetable, remedy: ClashRemedy): Timetable {
  const changed = (slot: Slot): Slot => {
    if (slot.sectionId !== remedy.sectionId) return slot;
    switch (remedy.kind) {
      case "room":
        return { ...slot, room: remedy.room };
      case "start":
        return { ...slot, start: remedy.start };
      case "standIn":
        return slot.week === remedy.week
          ? {
              ...slot,
              standIns: [
                ...slot.standIns.filter(({ forId }) => forId !== remedy.forId),
                { staffId: remedy.staffId, forId: remedy.forId },
              ],
            }
          : slot;
      case "teacher":
        return {
          ...slot,
          teacherIds: [...slot.teacherIds.filter((id) => id !== remedy.forId), remedy.staffId],
        };
      case "dayOff":
        return slot;
    }
  };
  const slots =
    remedy.kind === "dayOff"
      ? [
          ...timetable.slots.filter(({ sectionId }) => sectionId !== remedy.sectionId),
          ...movedRound(slotsOf(timetable, remedy.sectionId), remedy.days),
        ]
      : timetable.slots.map(changed);
  return { ...timetable, slots };
}

/** What a clash is as a size: a remedy may make no other one larger. */
const sizeOf = ({ days, about, minutes }: Clash): number => days.length * 1e6 + about.length * 1e4 + minutes;

/** Whether a remedy takes a clash away, or one night of it, and makes nothing else worse. */
function helps(timetable: Timetable, clash: Clash, remedy: ClashRemedy): boolean {
  const before = new Map(clashesOf(timetable, remedy.sectionId).map((one) => [one.key, sizeOf(one)]));
  const then = clashesOf(after(timetable, remedy), remedy.sectionId);
  const left = then.find(({ key }) => key === clash.key);
  const isBetter =
    remedy.kind === "standIn" ? (left?.days.length ?? 0) < clash.days.length : left === undefined;
  return isBetter && then.every((one) => sizeOf(one) <= (before.get(one.key) ?? -1));
}

const slotsOf = ({ slots }: Timetable, sectionId: string): Slot[] =>
  slots.filter((slot) => slot.sectionId === sectionId);

function otherRooms(means: Means, sectionId: string): ClashRemedy[] {
  const need = means.needs.get(sectionId) ?? 0;
  const now = slotsOf(means, sectionId)[0]?.room;
  return means.rooms
    .filter(({ name, places }) => name !== now && (places === null || places >= need))
    .toSorted((a, b) => (a.places ?? 1e6) - (b.places ?? 1e6))
    .map(({ name }) => ({ kind: "room", sectionId, room: name }));
}

function otherHours(means: Means, sectionId: string): ClashRemedy[] {
  const [first] = slotsOf(means, sectionId);
  if (!first) return [];
  return SHIFTS.map((shift) => first.start + shift)
    .filter((start) => start >= 6 * 60 && start + first.minutes <= 24 * 60)
    .map((start) => ({ kind: "start", sectionId, start }));
}

/** For one night each: who could stand in, the best first. */
function standIns(means: Means, clash: Clash, sectionId: string): ClashRemedy[] {
  const forId = clash.staffId;
  if (forId === null) return [];
  const nights = new Set(clash.days.map(({ date }) => date));
  const [slot] = slotsOf(means, sectionId).filter(({ date }) => nights.has(date));
  if (!slot) return [];
  // Who stands in for a teacher and is away as well is exchanged for somebody else.
  const asked = slot.standIns.find(({ staffId }) => staffId === forId)?.forId ?? forId;
  return standInsFor(slot, asked, means)
    .filter(({ mayNot }) => mayNot.length === 0)
    .map(({ staffId }) => ({ kind: "standIn", sectionId, week: slot.week, staffId, forId: asked }));
}

/** For the whole course: somebody who is free every time, in somebody's place or beside who is there. */
function teachers(means: Means, clash: Clash, sectionId: string): ClashRemedy[] {
  const slots = slotsOf(means, sectionId);
  const [first] = slots;
  if (!first) return [];
  return standInsFor(first, clash.staffId ?? "", means).map(({ staffId }) => ({
    kind: "teacher",
    sectionId,
    staffId,
    forId: clash.kind === "teacher" ? clash.staffId : null,
  }));
}

/**
 * Ways out of a clash, each one tried: it takes the clash away, or one night of it where somebody stands in, and makes
 * nothing else of the section worse.
 * @example
 * remediesFor({ key: "nobody s", kind: "nobody", sectionIds: ["s"], staffId: null, room: null, about: [], minutes: 0,
 *   days: [] }, { slots: [], closed: [], absences: [], rooms: [], staff: [], needs: new Map() }) // []
 */
export function remediesFor(clash: Clash, means: Means): ClashRemedy[] {
  const ways: Readonly<Record<Clash["kind"], (sectionId: string) => ClashRemedy[][]>> = {
    room: (id) => [otherRooms(means, id), otherHours(means, id)],
    teacher: (id) => [teachers(means, clash, id), otherHours(means, id)],
    away: (id) => [standIns(means, clash, id), [offOn(means, clash, id)]],
    closed: (id) => [[offOn(means, clash, id)]],
    unable: (id) => [teachers(means, clash, id)],
    nobody: (id) => [teachers(means, clash, id)],
  };
  return clash.sectionIds.flatMap((id) =>
    ways[clash.kind](id).flatMap((some) =>
      some.filter((remedy) => helps(means, clash, remedy)).slice(0, MOST_OF_A_KIND),
    ),
  );
}

/** No class on the days of a clash, nor on the closed days that the course then comes to. */
function offOn({ slots, closed }: Means, clash: Clash, sectionId: string): ClashRemedy {
  const own = slots.filter((slot) => slot.sectionId === sectionId);
  const days = clash.days.map(({ date }) => date);
  for (;;) {
    const met = movedRound(own, days).find(({ date }) => closed.some(({ day }) => day === date));
    if (!met) return { kind: "dayOff", sectionId, days };
    days.push(met.date);
  }
}
