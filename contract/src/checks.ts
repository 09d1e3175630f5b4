import { MARKS } from "@map-step/core/check";
import { FIGURE_KINDS, LAYERS } from "@map-step/core/figure";
import { z } from "zod";
import { changeOf, localDate, stored, version, wholeNumber } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { keptEvidence, sectionEvidence, seenAnswer } from "./evidence.ts";
import { sequenceItems } from "./sequences.ts";
import { anyOf } from "./things.ts";

/** A figure that a check looks at, at the layer to which it was taught. */
export const checkFigure = z.object({ figureId: z.uuid(), layer: z.enum(LAYERS) });

/** What is written of a check before it is held. */
export const checkContent = z.object({
  heldOn: localDate,
  minutes: wholeNumber(1, 240),
  figures: z
    .array(checkFigure)
    .max(200)
    .refine(
      (figures) => new Set(figures.map(({ figureId }) => figureId)).size === figures.length,
      "The same figure stands here twice",
    ),
  /** The routine that shows them; none where each is danced by itself. */
  routine: sequenceItems,
});
/** What is written of a check before it is held. */
export type CheckContent = z.infer<typeof checkContent>;

/** A check as it is kept. */
export const check = stored.extend({
  ...checkContent.shape,
  sectionId: z.uuid(),
  /** Who began it. */
  by: z.string(),
  /** How many marks were given in it. */
  marks: z.int(),
});
/** A check as it is kept. */
export type Check = z.infer<typeof check>;

/** What marks of a level say of its figures and of who marks, over all of its sections. */
export const levelModel = z.object({
  slope: z.number(),
  difficulty: z.record(z.string(), z.number()),
  ease: z.partialRecord(z.enum(LAYERS), z.number()),
  severity: z.record(z.string(), z.number()),
  thresholds: z.array(z.number().nullable()),
  logLikelihood: z.number(),
  /** How many marks, of how many dancers, it rests on. */
  marks: z.int(),
  dancers: z.int(),
});
/** What marks of a level say. */
export type LevelModel = z.infer<typeof levelModel>;

const statedClause = z.discriminatedUnion("kind", [
  z.object({
    kind: z.literal("figures"),
    of: z.enum(["all", ...FIGURE_KINDS]),
    /** `null` for all of them. */
    atLeast: wholeNumber(1, 200).nullable(),
    mark: z.enum(MARKS),
    layer: z.enum(LAYERS),
  }),
  z.object({ kind: z.literal("timing"), within: wholeNumber(1, 500) }),
]);
/** When a dancer of a level is ready for the next. */
export const ruleContent = z.object({ clauses: z.array(statedClause).min(1).max(12) });
/** A level's rule as it is kept; version 0 and no clauses where none is stated. */
export const levelRule = z.object({
  /** `null` where none was ever stated. */
  id: z.uuid().nullable(),
  levelId: z.uuid(),
  clauses: z.array(statedClause),
  version,
});
/** A level's rule as it is kept. */
export type LevelRule = z.infer<typeof levelRule>;

/** Marks of two people who marked the same dancer, figure and layer within a week. */
export const markedTwice = z.object({
  figureId: z.uuid(),
  layer: z.enum(LAYERS),
  firstId: z.uuid(),
  secondId: z.uuid(),
  first: z.enum(MARKS),
  second: z.enum(MARKS),
});
/** Marks of two people of one thing. */
export type MarkedTwice = z.infer<typeof markedTwice>;

/** One section of a level beside the others: how many have each figure, without names. */
export const levelSection = z.object({
  sectionId: z.uuid(),
  name: z.string(),
  dancers: z.int(),
  figures: z.array(z.object({ figureId: z.uuid(), have: z.int(), marked: z.int() })),
});
/** What was seen of a level over all of its sections. */
export const levelSeen = z.object({
  model: levelModel,
  twice: z.array(markedTwice),
  sections: z.array(levelSection),
});
/** What was seen of a level over all of its sections. */
export type LevelSeen = z.infer<typeof levelSeen>;

/** A check from afar. */
export const checkLine = check.pick({ id: true, sectionId: true, heldOn: true, marks: true });
/** A check from afar. */
export type CheckLine = z.infer<typeof checkLine>;

/** Endpoints of checks, of what was seen, and of what it is held against. */
export const checksApi = {
  /** Those of every section that whoever asks teaches, stands in for or directs; newest first. */
  mine: endpoint({
    method: "GET",
    path: "/checks",
    access: "read",
    reads: anyOf(
      "levels",
      "sections",
      "enrolments",
      "students",
      "plans",
      "lessons",
      "checks",
      "evidence",
      "terms",
      "staff",
    ),
    response: z.array(checkLine),
  }),
  /** Newest first. */
  list: endpoint({
    method: "GET",
    path: "/sections/:id/checks",
    access: "read",
    reads: anyOf("levels", "sections", "enrolments", "plans", "lessons", "checks", "evidence", "staff"),
    params: byId,
    response: z.array(check),
  }),
  /** Opens the check of a day; where there is one already, whoever began it, it is that one. */
  create: endpoint({
    method: "POST",
    path: "/sections/:id/checks",
    access: "checks.write",
    changes: anyOf("checks", "evidence"),
    params: byId,
    body: z.object({ heldOn: localDate }),
    response: check,
  }),
  change: endpoint({
    method: "PUT",
    path: "/checks/:id",
    access: "checks.write",
    changes: anyOf("checks", "evidence"),
    params: byId,
    body: changeOf(checkContent),
    response: check,
  }),
  /** Takes a check away in which nothing was seen yet. */
  remove: endpoint({
    method: "DELETE",
    path: "/checks/:id",
    access: "checks.write",
    changes: anyOf("checks", "evidence"),
    params: byId,
    response: nothing,
  }),
  /** Whoever teaches the section, and the director. */
  seen: endpoint({
    method: "GET",
    path: "/sections/:id/evidence",
    access: "read",
    reads: {
      evidence: ":id",
      ...anyOf("sections", "enrolments", "students", "checks", "practice", "staff", "figures"),
    },
    params: byId,
    response: sectionEvidence,
  }),
  /**
   * Notes what was seen, each entry judged by itself and answered in its place. Nothing is ever overwritten: what two
   * people saw of one thing stands beside each other, and one that was sent before counts once.
   */
  note: endpoint({
    method: "POST",
    path: "/sections/:id/evidence",
    access: "checks.write",
    changes: { evidence: ":id", ...anyOf("checks") },
    judgesText: true,
    params: byId,
    body: z.object({ entries: z.array(z.record(z.string(), z.unknown())).min(1).max(200) }),
    response: z.object({ answers: z.array(seenAnswer), ...sectionEvidence.shape }),
  }),
  /** What marks say of a level's figures and markers. */
  level: endpoint({
    method: "GET",
    path: "/levels/:id/seen",
    access: "read",
    reads: anyOf(
      "levels",
      "sections",
      "enrolments",
      "students",
      "checks",
      "evidence",
      "practice",
      "readinessRules",
    ),
    params: byId,
    response: levelSeen,
  }),
  rule: endpoint({
    method: "GET",
    path: "/levels/:id/rule",
    access: "read",
    reads: anyOf("readinessRules", "levels"),
    params: byId,
    response: levelRule,
  }),
  changeRule: endpoint({
    method: "PUT",
    path: "/levels/:id/rule",
    access: "levels.write",
    changes: anyOf("readinessRules"),
    params: byId,
    body: changeOf(ruleContent),
    response: levelRule,
  }),
  /** Everything seen of one person over all terms, as far as it is open to whoever asks. */
  person: endpoint({
    method: "GET",
    path: "/students/:id/evidence",
    access: "read",
    reads: anyOf("evidence", "practice", "checks", "enrolments", "students", "sections"),
    params: byId,
    response: z.object({
      evidence: z.array(keptEvidence),
      /** Whether something that was noted elsewhere is closed to whoever asks. */
      closed: z.boolean(),
    }),
  }),
};
