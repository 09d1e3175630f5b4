import { z } from "zod";
import { changeOf, stored, wholeNumber } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { line, nameField, type PlainFields, schemasOf } from "./fields.ts";
import { anyOf } from "./things.ts";

/** Every field of a level, read by its form, what is asked when two changed it, and its table. */
export const LEVEL_FIELDS = {
  danceId: { label: "Dance", sort: "own", schema: z.uuid("Choose a dance"), start: "" },
  name: nameField("Name", 80),
  /** The level whose figures dancers bring along. */
  followsId: {
    label: "Follows",
    help: "What dancers bring along",
    sort: "own",
    schema: z.uuid().nullable(),
    start: null,
  },
  weeks: { label: "Weeks", sort: "whole", schema: wholeNumber(1, 26), start: 8 },
  lessonMinutes: { label: "Minutes per lesson", sort: "whole", schema: wholeNumber(15, 240), start: 60 },
  warmUpMinutes: { label: "Warm-up minutes", sort: "whole", schema: wholeNumber(0, 60), start: 7 },
  wrapMinutes: { label: "Closing minutes", sort: "whole", schema: wholeNumber(0, 60), start: 5 },
  mostNew: { label: "New figures per lesson, at most", sort: "whole", schema: wholeNumber(1, 12), start: 3 },
  mostNewCounts: {
    label: "New rhythms per lesson, at most",
    sort: "whole",
    schema: wholeNumber(1, 12),
    start: 2,
  },
  settledLessons: {
    label: "Lessons before turns are added to a basic",
    sort: "whole",
    schema: wholeNumber(0, 8),
    start: 2,
  },
  firstShowWeek: { label: "Show moves from week", sort: "whole", schema: wholeNumber(1, 26), start: 1 },
  /** Weeks between the level before and this one. */
  breakWeeks: { label: "Weeks since the level before", sort: "whole", schema: wholeNumber(0, 104), start: 0 },
  /** The week of the talk about consent and holds; `null` while none is set. */
  talkWeek: {
    label: "Talk about holds in week",
    help: "Before it no close hold is taught",
    sort: "maybe",
    schema: wholeNumber(1, 26).nullable(),
    start: null,
  },
  /** The tempo at which the level dances; `null` where none is set. */
  bpm: {
    label: "We dance this course at (bpm)",
    help: "What is too fast for it is said in the plan",
    sort: "maybe",
    schema: wholeNumber(20, 300).nullable(),
    start: null,
  },
  aim: {
    label: "At the end dancers can",
    help: "Said with the level, to those who teach it",
    sort: "line",
    schema: line(300),
    start: "",
    text: { mayName: true, searched: true },
  },
  /** One that ships, or one of the studio's own. */
  approachId: { label: "Approach", sort: "own", schema: z.string().min(1).max(60), start: "steps-first" },
} as const satisfies PlainFields;

/** A level as it is written. */
export const levelContent = z.object(schemasOf(LEVEL_FIELDS));

/** A level whose lessons leave room for figures. */
export const leavesRoom = <T extends z.ZodObject<typeof levelContent.shape>>(schema: T) =>
  schema.refine(
    ({ lessonMinutes, warmUpMinutes, wrapMinutes }) => warmUpMinutes + wrapMinutes + 5 <= lessonMinutes,
    {
      path: ["lessonMinutes"],
      message: "Warm-up and closing minutes must leave at least 5 for figures",
    },
  );

/** A new level; its lessons leave room for figures. */
export const newLevel = leavesRoom(levelContent);
/** A level as it is changed, with the version that was seen. */
export const levelChange = leavesRoom(changeOf(levelContent));
/** A level as it is kept. */
export const level = stored.extend(levelContent.shape).extend({ planId: z.uuid() });
/** A level as it is kept. */
export type Level = z.infer<typeof level>;
/** A level as it is written. */
export type LevelContent = z.infer<typeof newLevel>;

/** Endpoints of levels. */
export const levelsApi = {
  list: endpoint({
    method: "GET",
    path: "/levels",
    access: "read",
    reads: anyOf("levels"),
    response: z.array(level),
  }),
  create: endpoint({
    method: "POST",
    path: "/levels",
    access: "levels.write",
    changes: anyOf("levels", "plans"),
    body: newLevel,
    response: level,
  }),
  /** Another level with the settings, the plan and the rule of this one. */
  copy: endpoint({
    method: "POST",
    path: "/levels/:id/copies",
    access: "levels.write",
    changes: anyOf("levels", "plans", "readinessRules"),
    params: byId,
    response: level,
  }),
  change: endpoint({
    method: "PUT",
    path: "/levels/:id",
    access: "levels.write",
    changes: anyOf("levels"),
    params: byId,
    body: levelChange,
    response: level,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/levels/:id",
    access: "levels.write",
    changes: anyOf("levels", "sections", "plans"),
    params: byId,
    response: nothing,
  }),
  restore: endpoint({
    method: "POST",
    path: "/levels/:id/restore",
    access: "levels.write",
    changes: anyOf("levels", "sections", "plans"),
    params: byId,
    response: level,
  }),
};
