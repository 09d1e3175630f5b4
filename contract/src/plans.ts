import { SPECIAL_KINDS, WISHES, WORK } from "@map-step/core/plan";
import { z } from "zod";
import { changeOf, stored, version, wholeNumber, words } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { anyOf } from "./things.ts";

const week = wholeNumber(1, 26);

/** A figure chosen for a level, the week in which it is new (`null` while it waits), and what the plan wants of it. */
export const chosenFigure = z.object({
  figureId: z.uuid(),
  week: week.nullable(),
  /** Stays in its week whatever a draft or a repair does. */
  pinned: z.boolean(),
  wish: z.enum(WISHES),
  worth: wholeNumber(1, 9),
  /** In how many successive weeks its new material is taught. */
  pieces: wholeNumber(1, 6),
  /** An approach of its own; `null` for that of the level. */
  approachId: z.string().max(60).nullable(),
  /** Weeks in which it is brought back beside what its approach says. */
  extraReturns: z.array(week).max(26),
});
/** A figure chosen for a plan, with its week and what is wished of it. */
export type ChosenFigure = z.infer<typeof chosenFigure>;

/** A figure as it is chosen when nothing else is said of it. */
export const choose = (figureId: string, at: number | null = null): ChosenFigure => ({
  figureId,
  week: at,
  pinned: false,
  wish: "may",
  worth: 5,
  pieces: 1,
  approachId: null,
  extraReturns: [],
});

const once = <T>(keyOf: (entry: T) => unknown, message: string) =>
  [(list: readonly T[]) => new Set(list.map(keyOf)).size === list.length, message] as const;

/** A plan as it is written: chosen figures, special weeks, what was accepted. */
export const planContent = z.object({
  chosen: z
    .array(chosenFigure)
    .max(200, "At most 200 figures")
    .refine(...once<ChosenFigure>(({ figureId }) => figureId, "A figure stands here twice")),
  special: z
    .array(
      z.object({
        week,
        kind: z.enum(SPECIAL_KINDS),
        minutes: wholeNumber(0, 240),
        /** The sequence that a routine week is for. */
        sequenceId: z.uuid().nullish(),
      }),
    )
    .refine(...once<{ week: number }>((entry) => entry.week, "A week stands here twice")),
  muted: z
    .array(
      z.object({
        key: z.string().max(200),
        reason: words(300),
        /** How bad the finding was when it was accepted; it is told again when it gets worse. */
        size: z.number().min(0).max(100_000).optional(),
      }),
    )
    .max(200, "At most 200 findings"),
  away: z.array(z.object({ week, staffId: z.uuid() })).max(200, "At most 200 absences"),
});
/** A plan as it is written. */
export type PlanContent = z.infer<typeof planContent>;

/** What of a plan its level and a section have in common. */
export const planParts = planContent.pick({ chosen: true, special: true });

/** A plan as it is changed, with the version that was seen. */
export const planChange = changeOf(planContent).extend({
  /** What was taken into it as a whole, such as a saved plan: it stands by itself in the history. */
  took: z.string().trim().min(1).max(120).optional(),
});
/** A plan as it is kept, with what it is computed from. */
export const plan = planContent.extend({
  id: z.uuid(),
  version: z.int(),
  levelId: z.uuid(),
  /** The section that has this copy; `null` for the level's own plan. */
  sectionId: z.uuid().nullable(),
  /** How the level's plan was when this section took over its changes last; `null` where that is not known. */
  agreed: planParts.nullable(),
  /** Figures of the levels before, which dancers bring along. */
  known: z.array(z.uuid()),
  /** Of those figures, how many of the section's own dancers were seen to have each before its first lesson. */
  brought: z.array(z.object({ figureId: z.uuid(), have: z.int(), seen: z.int() })),
  /** What was really danced in the lessons that were taught. */
  held: z.array(
    z.object({
      week: z.int(),
      danced: z.array(z.object({ figureId: z.uuid(), layer: z.enum(WORK) })),
    }),
  ),
  /** Figures that were due in a lesson already held and were not reached since. */
  notReached: z.array(z.object({ figureId: z.uuid(), week: z.int() })),
});
/** A plan as it is kept. */
export type Plan = z.infer<typeof plan>;

/** A plan put aside under a name. */
export const planDraftContent = z.object({ name: words(80), content: planContent });
/** A plan put aside, as it is kept. */
export const planDraft = stored.extend(planDraftContent.shape).extend({ planId: z.uuid() });
/** A plan put aside, as it is kept. */
export type PlanDraft = z.infer<typeof planDraft>;

/** Changes of one plan that other plans of its level take over. */
export const takeOver = z.object({
  version,
  into: z
    .array(
      z.object({
        planId: z.uuid(),
        version,
        /** Figures by their ids, and weeks such as `week:3`. */
        keys: z.array(z.string().max(60)).min(1, "Choose what is taken over").max(230, "At most 230 changes"),
      }),
    )
    .min(1, "Choose a plan")
    .max(100, "At most 100 plans")
    .refine(...once<{ planId: string }>(({ planId }) => planId, "A plan stands here twice")),
});
/** Changes of one plan that other plans of its level take over. */
export type TakeOver = z.infer<typeof takeOver>;

/** What several plans are put together from. */
const ALL_PLANS = anyOf(
  "plans",
  "levels",
  "sections",
  "figures",
  "dances",
  "approaches",
  "lessons",
  "log",
  "sequences",
  "staff",
  "absences",
  "terms",
);

/** Endpoints of plans, of levels and of sections. */
export const plansApi = {
  /** The level's own plan and those of its sections that are there. */
  ofLevel: endpoint({
    method: "GET",
    path: "/levels/:id/plans",
    access: "read",
    reads: ALL_PLANS,
    params: byId,
    response: z.array(plan),
  }),
  /** Those of all levels of a dance, and of their sections. */
  ofDance: endpoint({
    method: "GET",
    path: "/dances/:id/plans",
    access: "read",
    reads: ALL_PLANS,
    params: byId,
    response: z.array(plan),
  }),
  read: endpoint({
    method: "GET",
    path: "/plans/:id",
    access: "read",
    reads: { ...ALL_PLANS, plans: ":id" },
    params: byId,
    response: plan,
  }),
  change: endpoint({
    method: "PUT",
    path: "/plans/:id",
    access: "plans.write",
    changes: { plans: ":id" },
    params: byId,
    body: planChange,
    response: plan,
  }),
  /** From a level's plan into those of its sections, or from a section's into its level's; all of it or nothing. */
  takeOver: endpoint({
    method: "POST",
    path: "/plans/:id/take-over",
    access: "plans.write",
    changes: anyOf("plans"),
    params: byId,
    body: takeOver,
    response: z.array(plan),
  }),
};

/** Plans kept under a name, to be compared with the plan and adopted. */
export const planDraftsApi = {
  list: endpoint({
    method: "GET",
    path: "/plans/:id/drafts",
    access: "read",
    reads: anyOf("planDrafts"),
    params: byId,
    response: z.array(planDraft),
  }),
  create: endpoint({
    method: "POST",
    path: "/plans/:id/drafts",
    access: "plans.write",
    changes: anyOf("planDrafts"),
    params: byId,
    body: planDraftContent,
    response: planDraft,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/plan-drafts/:id",
    access: "plans.write",
    changes: anyOf("planDrafts"),
    params: byId,
    response: nothing,
  }),
  restore: endpoint({
    method: "POST",
    path: "/plan-drafts/:id/restore",
    access: "plans.write",
    changes: anyOf("planDrafts"),
    params: byId,
    response: planDraft,
  }),
};

/** The content of a plan without what only the server knows of it. */
export const contentOfPlan = ({ chosen, special, muted, away }: PlanContent): PlanContent => ({
  chosen,
  special,
  muted,
  away,
});
