import { z } from "zod";
import { changeOf, wholeNumber, words } from "./common.ts";
import { endpoint } from "./endpoint.ts";
import { line, type PlainFields, schemasOf } from "./fields.ts";
import { timeZone } from "./session.ts";

/** Every field of the studio's settings. */
export const SETTINGS_FIELDS = {
  name: { label: "Name of the studio", sort: "name", schema: words(80), start: "" },
  timeZone: { label: "Time zone", sort: "own", schema: timeZone, start: "UTC" },
  /** 1 Monday to 7 Sunday. */
  firstWeekday: { label: "The week begins on", sort: "own", schema: wholeNumber(1, 7), start: 1 },
  safePractice: {
    label: "Under what to practise at home",
    help: "Empty for the words that ship",
    sort: "line",
    schema: line(400),
    start: "",
  },
  lost: {
    label: "What to do when lost",
    help: "Empty for the words that ship",
    sort: "line",
    schema: line(400),
    start: "",
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
  read: endpoint({ method: "GET", path: "/settings", access: "read", response: settings }),
  change: endpoint({
    method: "PUT",
    path: "/settings",
    access: "settings.write",
    body: settings,
    response: settings,
  }),
};
