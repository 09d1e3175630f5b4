import { FIGURE_KINDS } from "@map-step/core/figure";
import { TIER_NAMES, TIERS, type Tier } from "@map-step/core/time";
import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import { cue, type FigureRecord, figureContent, otherName } from "./figures.ts";
import { fieldError } from "./problem.ts";

export const FIGURE_FILE_FORMAT = "map-step/figures";

const LEVEL_NAMES = TIERS.map((tier) => TIER_NAMES[tier]);
const { shape } = figureContent;
const figureNames = z.array(z.string().trim().min(1, "Write a name here")).max(30, "At most 30 figures");

/**
 * A figure as files carry it: other figures by their names, so that it can go from one studio to another. Who
 * may teach it stays with the studio. Only the dance and the name must be there: what a row leaves out stays as
 * it is in the library.
 */
export const fileFigure = z
  .object({
    dance: z.string().trim().min(1, "Write the name of its dance").describe("Name of the dance"),
    name: shape.name.describe("Name of the figure; with the dance it says which figure is meant"),
    kind: z.enum(FIGURE_KINDS).optional(),
    level: z.enum(LEVEL_NAMES).optional().describe("The first level that may learn it"),
    minutes: shape.minutes.optional().describe("Minutes to teach it on its first night"),
    notation: shape.notation.optional().describe("Steps, as docs/notation.md describes; empty for a drill"),
    variantOf: z.string().trim().optional().describe("The figure of which it is another way of footwork"),
    needs: figureNames.optional().describe("Figures that must be taught before it"),
    helps: figureNames.optional().describe("Figures that make it easier"),
    otherNames: z.array(otherName).max(20, "At most 20 names").optional(),
    cues: z.array(cue).max(40, "At most 40 entries").optional(),
    slips: shape.slips.optional(),
    cautions: shape.cautions.optional(),
  })
  .strict();
export type FileFigure = z.infer<typeof fileFigure>;

/** A file of figures. */
export const figureFile = z.object({
  format: z.literal(FIGURE_FILE_FORMAT),
  formatVersion: z.literal(1),
  figures: z.array(fileFigure).max(2000, "At most 2,000 figures"),
});
export type FigureFile = z.infer<typeof figureFile>;

export const tierOfLevel = (level: (typeof LEVEL_NAMES)[number]): Tier =>
  TIERS.find((tier) => TIER_NAMES[tier] === level) ?? 1;

/** A figure as it goes into a file. */
export function toFileFigure(
  figure: FigureRecord,
  danceName: string,
  nameOf: (figureId: string) => string,
): FileFigure {
  return {
    dance: danceName,
    name: figure.name,
    kind: figure.kind,
    level: TIER_NAMES[figure.tier],
    minutes: figure.minutes,
    notation: figure.notation,
    variantOf: figure.variantOfId === null ? "" : nameOf(figure.variantOfId),
    needs: figure.needs.map(nameOf),
    helps: figure.helps.map(nameOf),
    otherNames: figure.otherNames,
    cues: figure.cues,
    slips: figure.slips,
    cautions: figure.cautions,
  };
}

export const VERDICTS = ["added", "changed", "same", "refused"] as const;

/** What would become of one row of a file. */
const judgedRow = z.object({
  /** Its place in the file, from 1. */
  row: z.int(),
  dance: z.string(),
  name: z.string(),
  verdict: z.enum(VERDICTS),
  /** The fields in which it differs from the library. */
  differs: z.array(z.string()),
  /** Why it is refused, with the field. */
  reasons: z.array(fieldError),
});
export type JudgedRow = z.infer<typeof judgedRow>;

const judgedFile = z.object({
  rows: z.array(judgedRow),
  /** Stands for the library as it was looked at; taking the file in names it. */
  basis: z.string(),
});
export type JudgedFile = z.infer<typeof judgedFile>;

/** Rows as they were read, whatever they hold: each is judged by itself. */
const rows = z
  .array(z.record(z.string(), z.unknown()))
  .min(1, "The file has no rows")
  .max(2000, "At most 2,000 rows");

export const figureFileApi = {
  preview: endpoint({
    method: "POST",
    path: "/figures/file/preview",
    access: "figures.write",
    body: z.object({ rows }),
    response: judgedFile,
  }),
  takeIn: endpoint({
    method: "POST",
    path: "/figures/file",
    access: "figures.write",
    body: z.object({ rows, basis: z.string().max(100) }),
    response: judgedFile,
  }),
};
