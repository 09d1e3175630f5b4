import { SPECIAL_KINDS } from "@map-step/core/plan";
import { z } from "zod";
import { localDate } from "./common.ts";
import { danceContent } from "./dances.ts";
import { byId, endpoint } from "./endpoint.ts";
import { localeFormat } from "./locale-format.ts";
import { shownFigures } from "./sequences.ts";
import { EVERYTHING } from "./things.ts";

/** Most days for which a link opens a plan. */
export const MOST_LINK_DAYS = 366;

/** The link at which a guest reads a plan. */
export const planLink = z.object({
  /** The last part of its address; `null` while there is none. */
  secret: z.string().nullable(),
  /** The last day on which it opens. */
  until: localDate.nullable(),
});

const danced = z.object({ id: z.uuid(), name: z.string(), minutes: z.int() });

/** A plan as a guest reads it: what is new and what comes back in each week, and every figure with its cautions. */
export const publicPlan = z.object({
  studioName: z.string(),
  localeFormat,
  levelName: z.string(),
  /** Empty for the plan of a level. */
  sectionName: z.string(),
  aim: z.string(),
  until: localDate,
  weeks: z.array(
    z.object({
      week: z.int(),
      date: localDate.nullable(),
      minutes: z.int(),
      special: z.enum(SPECIAL_KINDS).nullable(),
      fresh: z.array(danced),
      back: z.array(danced),
    }),
  ),
  dance: danceContent,
  /** Each by itself, made of no others. */
  figures: shownFigures,
  about: z.array(
    z.object({
      id: z.uuid(),
      name: z.string(),
      cues: z.array(z.string()),
      slips: z.array(z.string()),
      cautions: z.array(z.string()),
    }),
  ),
});
/** A plan as a guest reads it. */
export type PublicPlan = z.infer<typeof publicPlan>;

/** Endpoints of links at which guests read a plan. Students are in none of it. */
export const planLinksApi = {
  read: endpoint({
    method: "GET",
    path: "/plans/:id/link",
    access: "plans.write",
    reads: { planLinks: ":id" },
    params: byId,
    response: planLink,
  }),
  /** Opens it until a day; an address that is there already stays. */
  open: endpoint({
    method: "POST",
    path: "/plans/:id/link",
    access: "plans.write",
    changes: { planLinks: ":id" },
    params: byId,
    body: z.object({ until: localDate }),
    response: planLink,
  }),
  close: endpoint({
    method: "DELETE",
    path: "/plans/:id/link",
    access: "plans.write",
    changes: { planLinks: ":id" },
    params: byId,
    response: planLink,
  }),
  readPublic: endpoint({
    method: "GET",
    path: "/public/plans/:planSecret",
    access: "anyone",
    reads: EVERYTHING,
    params: z.object({ planSecret: z.string().regex(/^[\w-]{20,60}$/) }),
    response: publicPlan,
  }),
};
