import type { LocalDate } from "../time/index.ts";
import { type Absence, type ClosedDay, isAway, overlapOf, type Slot, there } from "./slot.ts";

/** What can be wrong with a timetable. */
export const CLASH_KINDS = ["room", "teacher", "away", "closed", "unable", "nobody"] as const;
/** One of `CLASH_KINDS`. */
export type ClashKind = (typeof CLASH_KINDS)[number];

/** One thing that is wrong with a timetable, with all the days on which it is. */
export interface Clash {
  /** The same for the same thing, whatever else changes. */
  readonly key: string;
  readonly kind: ClashKind;
  /** The section; where two meet, the one that begins first and the other. */
  readonly sectionIds: readonly string[];
  /** Who is in two places, or away. */
  readonly staffId: string | null;
  /** The room that two have at once. */
  readonly room: string | null;
  /** Why the studio is closed, or the figures that nobody there may teach. */
  readonly about: readonly string[];
  /** Most minutes for which two meet on one day. */
  readonly minutes: number;
  readonly days: readonly { readonly date: LocalDate; readonly week: number }[];
}

/** All that a timetable is checked against. */
export interface Timetable {
  readonly slots: readonly Slot[];
  readonly closed: readonly ClosedDay[];
  readonly absences: readonly Absence[];
}

type Found = Omit<Clash, "key" | "days" | "about"> & {
  readonly about: string | null;
  readonly date: LocalDate;
  readonly week: number;
};

const nothing = { staffId: null, room: null, about: null, minutes: 0 };

/** Two rooms are one if they are called alike. */
const roomKey = (room: string): string => room.trim().toLowerCase();

function between(a: Slot, b: Slot): Found[] {
  const minutes = overlapOf(a, b);
  if (minutes === 0) return [];
  const [first, second] = [a, b].toSorted(
    (x, y) => x.start - y.start || x.sectionId.localeCompare(y.sectionId),
  ) as [Slot, Slot];
  const pair = {
    ...nothing,
    sectionIds: [first.sectionId, second.sectionId],
    minutes,
    date: a.date,
    week: first.week,
  };
  const also = new Set(there(b));
  return [
    ...(a.room.trim() !== "" && roomKey(a.room) === roomKey(b.room)
      ? [{ ...pair, kind: "room" as const, room: first.room }]
      : []),
    ...there(a)
      .filter((id) => also.has(id))
      .map((staffId) => ({ ...pair, kind: "teacher" as const, staffId })),
  ];
}

function within(slot: Slot, { closed, absences }: Timetable): Found[] {
  const one = { ...nothing, sectionIds: [slot.sectionId], date: slot.date, week: slot.week };
  const shut = closed.find(({ day }) => day === slot.date);
  // Nobody has to be there on a closed day.
  if (shut) return [{ ...one, kind: "closed", about: shut.reason }];
  const people = there(slot);
  if (people.length === 0) return [{ ...one, kind: "nobody" }];
  const able = people.filter((id) => !isAway(absences, id, slot.date));
  return [
    ...people
      .filter((id) => isAway(absences, id, slot.date))
      .map((staffId) => ({ ...one, kind: "away" as const, staffId })),
    ...slot.guarded
      .filter(({ teacherIds }) => able.length > 0 && !teacherIds.some((id) => able.includes(id)))
      .map(({ figure }) => ({ ...one, kind: "unable" as const, about: figure })),
  ];
}

const keyOf = ({ kind, sectionIds, staffId, room }: Found): string =>
  [kind, ...sectionIds.toSorted(), staffId ?? "", roomKey(room ?? "")].join(" ");

function grouped(found: readonly Found[]): Clash[] {
  const byKey = new Map<string, Found[]>();
  for (const one of found) byKey.set(keyOf(one), [...(byKey.get(keyOf(one)) ?? []), one]);
  return [...byKey].map(([key, all]) => {
    const { kind, sectionIds, staffId, room } = all[0] as Found;
    const days = new Map(all.map(({ date, week }) => [date, { date, week }]));
    return {
      key,
      kind,
      sectionIds,
      staffId,
      room,
      about: [...new Set(all.flatMap(({ about }) => (about === null ? [] : [about])))],
      minutes: Math.max(...all.map(({ minutes }) => minutes)),
      days: [...days.values()].toSorted((a, b) => a.date.localeCompare(b.date)),
    };
  });
}

const byDay = (slots: readonly Slot[]): ReadonlyMap<LocalDate, readonly Slot[]> => {
  const days = new Map<LocalDate, Slot[]>();
  for (const slot of slots) {
    const day = days.get(slot.date);
    if (day) day.push(slot);
    else days.set(slot.date, [slot]);
  }
  return days;
};

/**
 * Everything wrong with a timetable, the same thing on several days told once: a room or a teacher in two lessons at
 * once, a teacher who is away and for whom nobody stands in, a lesson on a closed day or with nobody to teach it, and
 * figures that nobody who is there may teach. The first days come first.
 * @param of only what touches this section
 * @example
 * clashesOf({ slots: [], closed: [], absences: [] }) // []
 */
export function clashesOf(timetable: Timetable, of?: string): Clash[] {
  const found: Found[] = [];
  const counts = (slot: Slot) => of === undefined || slot.sectionId === of;
  for (const slots of byDay(timetable.slots.filter(({ held }) => held)).values())
    for (const [at, slot] of slots.entries()) {
      if (counts(slot)) found.push(...within(slot, timetable));
      for (const other of slots.slice(at + 1))
        if ((counts(slot) || counts(other)) && slot.sectionId !== other.sectionId)
          found.push(...between(slot, other));
    }
  return grouped(found).toSorted(
    (a, b) =>
      (a.days[0]?.date ?? "").localeCompare(b.days[0]?.date ?? "") ||
      CLASH_KINDS.indexOf(a.kind) - CLASH_KINDS.indexOf(b.kind) ||
      a.key.localeCompare(b.key),
  );
}
