import { isAway, type Slot, there } from "@map-step/core/timetable";
import type { GridRow } from "./grid.tsx";
import type { TimetableData } from "./use-timetable.ts";

const sameRoom = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** What each line of the grid holds, by room or by who teaches. */
export function rowsOf(
  { rooms, absences, staff }: TimetableData,
  slots: readonly Slot[],
  days: readonly string[],
  byRoom: boolean,
): GridRow[] {
  const absent = absences.map(({ staffId, fromDay, untilDay }) => ({
    staffId,
    from: fromDay,
    until: untilDay,
  }));
  if (!byRoom)
    return staff
      .filter(({ id, active }) => active || slots.some((slot) => there(slot).includes(id)))
      .map(({ id, name }) => ({
        id,
        name,
        note: "",
        slots: slots.filter((slot) => there(slot).includes(id)),
        away: days.filter((day) => isAway(absent, id, day)),
      }));
  const unknown = slots.filter(({ room }) => !rooms.some(({ name }) => sameRoom(name, room)));
  const others = [...new Set(unknown.map(({ room }) => room.trim()))].map((name) => ({
    id: `of ${name}`,
    name: name || "No room",
    places: null,
  }));
  return [...rooms, ...others].map(({ id, name, places }) => ({
    id,
    name,
    note: places === null ? "" : `${places} places`,
    away: [],
    slots: slots.filter(({ room }) => sameRoom(room, name === "No room" ? "" : name)),
  }));
}
