import { MARKS } from "@map-step/core/check";
import { COUPLE_LIMITS } from "@map-step/core/hold";
import { TEMPO_LIMITS } from "@map-step/core/time";
import { z } from "zod";
import { changeOf, wholeNumber } from "./common.ts";
import { coupleLimits } from "./couple-limits.ts";
import { endpoint } from "./endpoint.ts";
import { line, nameField, type PlainFields, schemasOf } from "./fields.ts";
import { CLOCKS, DATE_ORDERS, LENGTHS } from "./locale-format.ts";
import { timeZone } from "./session.ts";
import { tempoLimits } from "./tempo-limits.ts";
import { anyOf } from "./things.ts";

/** Every field of the studio's settings. */
export const SETTINGS_FIELDS = {
  name: nameField("Name of the studio", 80),
  timeZone: { label: "Time zone", sort: "own", schema: timeZone, start: "UTC" },
  /** 1 Monday to 7 Sunday. */
  firstWeekday: { label: "The week begins on", sort: "own", schema: wholeNumber(1, 7), start: 1 },
  dates: { label: "Dates", sort: "own", schema: z.enum(DATE_ORDERS), start: "day-first" },
  clock: { label: "Times of day", sort: "own", schema: z.enum(CLOCKS), start: "24" },
  lengths: { label: "Floors and ways", sort: "own", schema: z.enum(LENGTHS), start: "metres" },
  /** Of the patterns and turns of a level, where it states no rule. */
  ruleShare: {
    label: "Patterns and turns, in a hundred",
    help: "Beside all basics",
    sort: "own",
    schema: wholeNumber(10, 100),
    start: 80,
  },
  ruleMark: {
    label: "With at least the mark",
    sort: "own",
    schema: z.enum(MARKS).exclude(["not-yet"]),
    start: "alone",
  },
  /** What everybody gets at a tap, before those that differ. */
  checkMark: { label: "“All” in a check gives", sort: "own", schema: z.enum(MARKS), start: "alone" },
  /** By tier. */
  tempoLimits: { label: "Comfortable at a tempo", sort: "own", schema: tempoLimits, start: TEMPO_LIMITS },
  coupleLimits: { label: "Staying together", sort: "own", schema: coupleLimits, start: COUPLE_LIMITS },
  safePractice: {
    label: "Under what to practise at home",
    help: "Empty for the words that ship",
    sort: "line",
    schema: line(400),
    start: "",
    text: { mayName: true, searched: false },
  },
  lost: {
    label: "What to do when lost",
    help: "Empty for the words that ship",
    sort: "line",
    schema: line(400),
    start: "",
    text: { mayName: true, searched: false },
  },
} as const satisfies PlainFields;

/** How the studio does things, as it is written. */
export const settingsContent = z.object(schemasOf(SETTINGS_FIELDS));
/** How the studio does things, as it is changed and kept. */
export const settings = changeOf(settingsContent);
/** How the studio does things. */
export type Settings = z.infer<typeof settings>;

/** Endpoints of the studio's settings. */
export const settingsApi = {
  read: endpoint({
    method: "GET",
    path: "/settings",
    access: "read",
    reads: anyOf("settings"),
    response: settings,
  }),
  change: endpoint({
    method: "PUT",
    path: "/settings",
    access: "settings.write",
    changes: anyOf("settings"),
    body: settings,
    response: settings,
  }),
};
