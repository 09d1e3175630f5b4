import { z } from "zod";
import { changeOf, stored, wholeNumber, words } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";

const levelContent = z.object({
  danceId: z.uuid("Choose a dance"),
  name: words(80),
  /** The level whose figures dancers bring along. */
  followsId: z.uuid().nullable(),
  weeks: wholeNumber(1, 26),
  lessonMinutes: wholeNumber(15, 240),
  warmUpMinutes: wholeNumber(0, 60),
  wrapMinutes: wholeNumber(0, 60),
  mostNew: wholeNumber(1, 12),
  /** Most ways to count that may be new in one lesson. */
  mostNewCounts: wholeNumber(1, 12),
  settledLessons: wholeNumber(0, 8),
  firstShowWeek: wholeNumber(1, 26),
  /** The week of the talk about consent and holds; `null` while none is set. */
  talkWeek: wholeNumber(1, 26).nullable(),
  /** The tempo at which the level dances; `null` where none is set. */
  bpm: wholeNumber(20, 300).nullable(),
  /** Weeks between the level before and this one. */
  breakWeeks: wholeNumber(0, 104),
  /** One that ships, or one of the studio's own. */
  approachId: z.string().min(1).max(60),
});

const leavesRoom = <T extends z.ZodObject<typeof levelContent.shape>>(schema: T) =>
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
  list: endpoint({ method: "GET", path: "/levels", access: "read", response: z.array(level) }),
  create: endpoint({
    method: "POST",
    path: "/levels",
    access: "levels.write",
    body: newLevel,
    response: level,
  }),
  change: endpoint({
    method: "PUT",
    path: "/levels/:id",
    access: "levels.write",
    params: byId,
    body: levelChange,
    response: level,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/levels/:id",
    access: "levels.write",
    params: byId,
    response: nothing,
  }),
  restore: endpoint({
    method: "POST",
    path: "/levels/:id/restore",
    access: "levels.write",
    params: byId,
    response: level,
  }),
};
