import { TIER_NAMES, TIERS, type Tier } from "@map-step/core/time";
import { z } from "zod";
import { newDance } from "./dances.ts";
import { endpoint } from "./endpoint.ts";
import { FIELD_NAMES, type FieldName, fieldOf, type shapeOfFields } from "./figure-fields.ts";
import type { FigureRecord } from "./figures.ts";
import { fieldError } from "./problem.ts";
import { anyOf, NOTHING } from "./things.ts";

/** Says in a file of figures what it is. */
export const FIGURE_FILE_FORMAT = "map-step/figures";

const LEVEL_NAMES = TIERS.map((tier) => TIER_NAMES[tier]);

/** What a field holds in a file: others are named there, and what needs no other word is as in the studio. */
function inFile(name: FieldName): z.ZodType {
  const { sort, schema } = fieldOf(name);
  if (sort === "dance") return z.string().trim().min(1, "Write the name of its dance");
  if (sort === "tier") return z.enum(LEVEL_NAMES).optional();
  if (sort === "figure") return z.string().trim().optional();
  if (sort === "figures")
    return z.array(z.string().trim().min(1, "Write a name here")).max(30, "At most 30 figures").optional();
  return name === "name" ? schema : schema.optional();
}

type OfFigure = z.infer<z.ZodObject<ReturnType<typeof shapeOfFields<"name" | AsItIs>>>>;
type AsItIs = Exclude<
  FieldName,
  "danceId" | "tier" | "variantOfId" | "needs" | "helps" | "teacherIds" | "name"
>;

/**
 * A figure as files carry it: other figures by their names, so that it can go from one studio to another. Who
 * may teach it stays with the studio. Only the dance and the name must be there: what a row leaves out stays as
 * it is in the library.
 */
export type FileFigure = Pick<OfFigure, "name"> & {
  dance: string;
  level?: (typeof LEVEL_NAMES)[number] | undefined;
  variantOf?: string | undefined;
  needs?: string[] | undefined;
  helps?: string[] | undefined;
} & { [K in AsItIs]?: OfFigure[K] | undefined };

/** The fields that files carry, by their names there. */
export const FILE_FIELDS = FIELD_NAMES.flatMap((name) => {
  const { file, sort } = fieldOf(name);
  return file ? [{ name, sort, ...file }] : [];
});

/** A figure in a file: others by their names, not by ids. */
export const fileFigure = z
  .object(
    Object.fromEntries(
      FILE_FIELDS.map(({ name, json, about }) => {
        const schema = inFile(name);
        return [json, about ? schema.describe(about) : schema];
      }),
    ),
  )
  .strict() as unknown as z.ZodType<FileFigure, FileFigure>;

/** A file of figures. */
export const figureFile = z.object({
  format: z.literal(FIGURE_FILE_FORMAT),
  formatVersion: z.literal(1),
  dances: z
    .array(newDance)
    .max(100, "At most 100 dances")
    .optional()
    .describe("The dances of the figures, for a studio that does not have them"),
  figures: z.array(fileFigure).max(2000, "At most 2,000 figures"),
});
/** A file of figures. */
export type FigureFile = z.infer<typeof figureFile>;

/** The tier that a file names. */
export const tierOfLevel = (level: (typeof LEVEL_NAMES)[number]): Tier =>
  TIERS.find((tier) => TIER_NAMES[tier] === level) ?? 1;

/** A figure as it goes into a file. */
export function toFileFigure(
  figure: FigureRecord,
  danceName: string,
  nameOf: (figureId: string) => string,
): FileFigure {
  const entries = FILE_FIELDS.map(({ name, json, sort }) => {
    if (sort === "dance") return [json, danceName];
    if (sort === "tier") return [json, TIER_NAMES[figure.tier]];
    const value = figure[name];
    if (sort === "figure") return [json, value === null ? "" : nameOf(value as string)];
    if (sort === "figures") return [json, (value as string[]).map(nameOf)];
    return [json, value];
  });
  return Object.fromEntries(entries) as FileFigure;
}

/** What a file would do to the library, row by row. */
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
/** One row of a file, with what would become of it. */
export type JudgedRow = z.infer<typeof judgedRow>;

/** What becomes of a dance that a file brings: one that is here already stays as it is. */
export const DANCE_VERDICTS = ["added", "stays", "refused"] as const;

/** What would become of one dance of a file. */
const judgedDance = z.object({
  name: z.string(),
  verdict: z.enum(DANCE_VERDICTS),
  /** The fields in which the file has it otherwise than the studio. */
  differs: z.array(z.string()),
  reasons: z.array(fieldError),
});
/** One dance of a file, with what would become of it. */
export type JudgedDance = z.infer<typeof judgedDance>;

const judgedFile = z.object({
  dances: z.array(judgedDance),
  rows: z.array(judgedRow),
  /** Stands for the library as it was looked at; taking the file in names it. */
  basis: z.string(),
});
/** A file of figures, judged before anything changes. */
export type JudgedFile = z.infer<typeof judgedFile>;

/** Rows as they were read, whatever they hold: each is judged by itself. */
const rows = z
  .array(z.record(z.string(), z.unknown()))
  .min(1, "The file has no rows")
  .max(2000, "At most 2,000 rows");

/** Dances as they were read, whatever they hold. */
const dances = z.array(z.record(z.string(), z.unknown())).max(100, "At most 100 dances").default([]);

/** Endpoints of files of figures. */
export const figureFileApi = {
  preview: endpoint({
    method: "POST",
    path: "/figures/file/preview",
    access: "figures.write",
    changes: NOTHING,
    body: z.object({ rows, dances }),
    response: judgedFile,
  }),
  takeIn: endpoint({
    method: "POST",
    path: "/figures/file",
    access: "figures.write",
    changes: anyOf("dances", "figures"),
    body: z.object({ rows, dances, basis: z.string().max(100) }),
    response: judgedFile,
  }),
};
