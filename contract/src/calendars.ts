import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { anyOf } from "./things.ts";

/** Whose lessons a calendar shows. */
export const CALENDAR_KINDS = ["teacher", "room", "section"] as const;
/** One of `CALENDAR_KINDS`. */
export type CalendarKind = (typeof CALENDAR_KINDS)[number];

const whose = z.object({ kind: z.enum(CALENDAR_KINDS), id: z.uuid() });
const address = z.object({
  /** The last part of the address at which calendars ask for it; `null` while there is none. */
  secret: z.string().nullable(),
});

/**
 * Endpoints of addresses at which calendars ask for lessons (iCalendar, RFC 5545). Whoever has one sees the lessons,
 * never the students. One's own, and for the director everybody's.
 */
export const calendarsApi = {
  read: endpoint({
    method: "GET",
    path: "/calendars/:kind/:id",
    access: "read",
    reads: anyOf("calendars"),
    params: whose,
    response: address,
  }),
  /** A new address; the one before goes dead. */
  renew: endpoint({
    method: "POST",
    path: "/calendars/:kind/:id",
    access: "read",
    changes: anyOf("calendars"),
    params: whose,
    response: address,
  }),
  close: endpoint({
    method: "DELETE",
    path: "/calendars/:kind/:id",
    access: "read",
    changes: anyOf("calendars"),
    params: whose,
    response: address,
  }),
};
