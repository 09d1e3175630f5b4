import { z } from "zod";
import { changeOf, localDate, version } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { enrolled } from "./students.ts";
import { anyOf } from "./things.ts";

/** What somebody would like next term. */
export const wish = z.object({
  studentId: z.uuid(),
  /** Weekdays that suit them, 0 for Sunday; any where it is empty. */
  weekdays: z.array(z.int().min(0).max(6)).max(7),
  together: z.array(z.uuid()).max(10),
});
/** What somebody would like next term. */
export type Wish = z.infer<typeof wish>;

/** The next groups of a level's dancers, as far as they were laid. */
export const groupPlanContent = z.object({
  /** Sections that take dancers in. */
  goalIds: z.array(z.uuid()).max(40),
  /** Who goes on: chosen by hand where it differs from who is ready. */
  goes: z.array(z.object({ studentId: z.uuid(), goes: z.boolean() })).max(1000),
  wishes: z.array(wish).max(1000),
  /** Chosen by hand: a section, or `null` for who waits. */
  locks: z.array(z.object({ studentId: z.uuid(), sectionId: z.uuid().nullable() })).max(1000),
});
/** The next groups of a level's dancers, as far as they were laid. */
export type GroupPlanContent = z.infer<typeof groupPlanContent>;

/** As they are kept; version 0 where nothing was laid yet. */
export const groupPlan = z.object({ levelId: z.uuid(), ...groupPlanContent.shape, version });
/** As they are kept. */
export type GroupPlan = z.infer<typeof groupPlan>;

/** Endpoints of next term's groups. */
export const groupsApi = {
  read: endpoint({
    method: "GET",
    path: "/levels/:id/groups",
    access: "sections.write",
    reads: anyOf("groups", "levels", "sections", "enrolments", "students"),
    params: byId,
    response: groupPlan,
  }),
  change: endpoint({
    method: "PUT",
    path: "/levels/:id/groups",
    access: "sections.write",
    changes: anyOf("groups"),
    params: byId,
    body: changeOf(groupPlanContent),
    response: groupPlan,
  }),
  /** Enrols all in one step, under an id of the device's own: sent twice, it is done once. */
  moveUp: endpoint({
    method: "POST",
    path: "/levels/:id/groups/moved",
    access: "sections.write",
    changes: anyOf("groups", "sections", "plans", "enrolments", "students"),
    params: byId,
    body: z.object({
      batchId: z.uuid(),
      from: localDate,
      moves: z
        .array(z.object({ studentId: z.uuid(), sectionId: z.uuid(), waiting: z.boolean() }))
        .min(1)
        .max(1000),
    }),
    response: z.array(enrolled),
  }),
  /** Takes one step of moving up back. */
  undo: endpoint({
    method: "DELETE",
    path: "/levels/:id/groups/moved/:batchId",
    access: "sections.write",
    changes: anyOf("groups", "sections", "plans", "enrolments", "students"),
    params: z.object({ id: z.uuid(), batchId: z.uuid() }),
    response: nothing,
  }),
};
