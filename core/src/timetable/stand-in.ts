import { type Absence, isAway, overlapOf, type Slot, there } from "./slot.ts";

/** What is known of somebody who could stand in. */
export interface Candidate {
  readonly staffId: string;
  /** Levels that they teach or taught. */
  readonly knows: readonly string[];
  /** Lessons of the term in which they stood in, before those that are looked at. */
  readonly stoodIn: number;
}

/** Somebody who could stand in, and how well. */
export interface Proposed {
  readonly staffId: string;
  /** Whether they teach or taught the level. */
  readonly knows: boolean;
  /** Figures of the lesson that they may not teach, where nobody else there may. */
  readonly mayNot: readonly string[];
  /** Lessons in which they stood in or are to. */
  readonly already: number;
  /** Minutes of that day that they teach anyway. */
  readonly sameDay: number;
}

/**
 * Who could teach a lesson in the place of one of its teachers: everybody who is there, not away and free at that time,
 * first those who may teach all of it, then who knows the level, then who stood in least, then who has least that day.
 * @example
 * standInsFor({ sectionId: "s", levelId: "l", week: 1, date: "2027-02-01", start: 1140, minutes: 60, room: "",
 *   teacherIds: ["ana"], standIns: [], guarded: [], held: true }, "ana",
 *   { slots: [], absences: [], staff: [{ staffId: "ben", knows: ["l"], stoodIn: 0 }] })
 * // [{ staffId: "ben", knows: true, mayNot: [], already: 0, sameDay: 0 }]
 */
export function standInsFor(
  slot: Slot,
  forId: string,
  {
    slots,
    absences,
    staff,
  }: {
    readonly slots: readonly Slot[];
    readonly absences: readonly Absence[];
    readonly staff: readonly Candidate[];
  },
): Proposed[] {
  const sameDay = slots.filter(
    ({ date, sectionId, held }) => held && date === slot.date && sectionId !== slot.sectionId,
  );
  const others = there(slot).filter((id) => id !== forId && !isAway(absences, id, slot.date));
  const isFree = (id: string) =>
    id !== forId &&
    !there(slot).includes(id) &&
    !slot.teacherIds.includes(id) &&
    !isAway(absences, id, slot.date) &&
    !sameDay.some((other) => there(other).includes(id) && overlapOf(slot, other) > 0);
  return staff
    .filter(({ staffId }) => isFree(staffId))
    .map(({ staffId, knows, stoodIn }) => ({
      staffId,
      knows: knows.includes(slot.levelId),
      mayNot: slot.guarded
        .filter(({ teacherIds }) => ![...others, staffId].some((id) => teacherIds.includes(id)))
        .map(({ figure }) => figure),
      already:
        stoodIn + slots.filter(({ standIns }) => standIns.some((one) => one.staffId === staffId)).length,
      sameDay: sameDay
        .filter((other) => there(other).includes(staffId))
        .reduce((sum, { minutes }) => sum + minutes, 0),
    }))
    .toSorted(
      (a, b) =>
        a.mayNot.length - b.mayNot.length ||
        Number(b.knows) - Number(a.knows) ||
        a.already - b.already ||
        a.sameDay - b.sameDay ||
        a.staffId.localeCompare(b.staffId),
    );
}
