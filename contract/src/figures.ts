import type { FigureKind } from "@map-step/core/figure";
import { z } from "zod";
import { changeOf, localDate, stored } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { type Cue, FIELD_NAMES, fieldOf, shapeOfFields } from "./figure-fields.ts";
import { anyOf } from "./things.ts";

/** A figure as it is written. */
export const figureContent = z.object(shapeOfFields(FIELD_NAMES));

/** A figure of a dance before anything is written of it. */
export const newFigure = (danceId: string): FigureContent =>
  ({
    ...Object.fromEntries(FIELD_NAMES.map((name) => [name, fieldOf(name).start])),
    danceId,
  }) as FigureContent;

/** A figure as it is kept. */
export const figure = stored.extend(figureContent.shape);
/** What may be missing from a figure and be filled in later; it can be planned all the same. */
export const MISSING = ["steps", "answers", "cues", "slips"] as const;
/** One of `MISSING`. */
export type Missing = (typeof MISSING)[number];

/** Kinds of which many are danced in nobody's steps but those of other figures. */
const WITHOUT_STEPS: ReadonlySet<FigureKind> = new Set(["technique", "musicality"]);

/** Whether steps are kept as they were typed, because they may be meant in two ways; else they end in a line break. */
export const isInQuestion = (notation: string): boolean => notation !== "" && !notation.endsWith("\n");

/** What is missing from a figure. A drill needs no steps of its own. */
export const missingFrom = ({
  kind,
  notation,
  cues,
  slips,
}: Pick<FigureRecord, "kind" | "notation" | "cues" | "slips">): Missing[] => {
  const isMissing: Readonly<Record<Missing, boolean>> = {
    steps: notation === "" && !WITHOUT_STEPS.has(kind),
    answers: isInQuestion(notation),
    cues: cues.length === 0,
    slips: slips.length === 0,
  };
  return MISSING.filter((part) => isMissing[part]);
};

/** A figure as lists and choices need it; its text is read by dance, or one by one. */
const shortFigure = figure.pick({
  id: true,
  version: true,
  danceId: true,
  name: true,
  otherNames: true,
  kind: true,
  tier: true,
  minutes: true,
});
/** A figure as a list shows it, with what is missing from it. */
export const figureLine = shortFigure.extend({ missing: z.array(z.enum(MISSING)) });
/** A figure as a list shows it. */
export type FigureLine = z.infer<typeof figureLine>;
/** A figure as it is changed, with the version that was seen. */
export const figureChange = changeOf(figureContent);
/** A figure as it is kept. */
export type FigureRecord = z.infer<typeof figure>;
/** A figure as it is written. */
export type FigureContent = z.infer<typeof figureContent>;

/** What the house says: the cues it chose, or all where it chose none. */
export function houseCues(cues: readonly Cue[]): string[] {
  const chosen = cues.filter(({ house }) => house);
  return (chosen.length > 0 ? chosen : cues).map(({ text }) => text);
}

const lessonOfTrail = z.object({
  levelId: z.uuid(),
  /** `null` for the level's own plan, which has no dates. */
  sectionId: z.uuid().nullable(),
  /** The level, and the section where it is one. */
  title: z.string(),
  week: z.int(),
  date: localDate.nullable(),
});
/** What becomes of a figure, in the order of the job. */
export const figureTrail = z.object({
  /** The lessons in which it will be new, soonest first, then levels without a running section; at most 12. */
  planned: z.array(lessonOfTrail),
  /** In how many lessons it was really danced, and the last of them. */
  taught: z.object({ times: z.int(), last: lessonOfTrail.nullable() }),
  /** Of how many dancers a mark stands, and how many of those dance it without help. */
  danced: z.object({ seen: z.int(), have: z.int() }),
  /** Figures that need it. */
  opens: z.array(z.object({ id: z.uuid(), name: z.string() })),
});
/** What becomes of a figure. */
export type FigureTrail = z.infer<typeof figureTrail>;

/** Endpoints of the library. */
export const figuresApi = {
  /** All figures of the studio, in short: by kind, then tier, then name. */
  list: endpoint({
    method: "GET",
    path: "/figures",
    access: "read",
    reads: anyOf("figures", "dances"),
    response: z.array(figureLine),
  }),
  /** The figures of one dance in full, in the same order. */
  ofDance: endpoint({
    method: "GET",
    path: "/dances/:id/figures",
    access: "read",
    reads: anyOf("figures", "dances"),
    params: byId,
    response: z.array(figure),
  }),
  read: endpoint({
    method: "GET",
    path: "/figures/:id",
    access: "read",
    reads: anyOf("figures", "dances"),
    params: byId,
    response: figure,
  }),
  trail: endpoint({
    method: "GET",
    path: "/figures/:id/trail",
    access: "read",
    reads: anyOf(
      "figures",
      "dances",
      "levels",
      "sections",
      "plans",
      "lessons",
      "recaps",
      "checks",
      "evidence",
      "log",
      "sequences",
    ),
    params: byId,
    response: figureTrail,
  }),
  create: endpoint({
    method: "POST",
    path: "/figures",
    access: "figures.write",
    changes: anyOf("figures"),
    body: figureContent,
    response: figure,
  }),
  change: endpoint({
    method: "PUT",
    path: "/figures/:id",
    access: "figures.write",
    changes: anyOf("figures"),
    params: byId,
    body: figureChange,
    response: figure,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/figures/:id",
    access: "figures.write",
    changes: anyOf("figures"),
    params: byId,
    response: nothing,
  }),
  restore: endpoint({
    method: "POST",
    path: "/figures/:id/restore",
    access: "figures.write",
    changes: anyOf("figures"),
    params: byId,
    response: figure,
  }),
};
