import { FIGURE_KINDS } from "@map-step/core/figure";
import { TIERS } from "@map-step/core/time";
import { z } from "zod";
import { phrases, wholeNumber, words } from "./common.ts";
import type { TextFacts } from "./fields.ts";

const unlike = <T>(textOf: (entry: T) => string) =>
  [
    (list: readonly T[]) => new Set(list.map((entry) => textOf(entry).toLowerCase())).size === list.length,
    "The same entry stands here twice",
  ] as const;

/** What others call a figure, and who does; empty where it is not known who. */
export const otherName = z.object({
  name: words(80),
  usedBy: z.string().trim().max(80, "At most 80 characters"),
});
/** Another name of a figure, and where it is called so. */
export type OtherName = z.infer<typeof otherName>;

/** What is said while a figure is danced. */
export const cue = z.object({
  text: words(300),
  /** The school of teaching that says it; empty for all. */
  school: z.string().trim().max(80, "At most 80 characters"),
  /** Whether the house says it. */
  house: z.boolean(),
});
/** What a teacher says, and in which school. */
export type Cue = z.infer<typeof cue>;

const figureIds = z.array(z.uuid()).max(30, "At most 30 figures");

/**
 * What a field holds, which says how it is written in the form and in files, told when two people changed it, and laid
 * into a cell.
 */
export type FieldSort =
  | "dance"
  | "text"
  | "kind"
  | "tier"
  | "whole"
  | "steps"
  | "figure"
  | "figures"
  | "names"
  | "cues"
  | "lines"
  | "people";

/** Sorts in which somebody writes. */
type WrittenSort = "text" | "steps" | "names" | "cues" | "lines";

interface AnyDescribed {
  /** What the interface calls it. */
  readonly label: string;
  /** What stands in it, below its name in the form. */
  readonly help?: string;
  /** What is said where it is empty. */
  readonly none?: string;
  /** What may stand in it. */
  readonly schema: z.ZodType;
  /** What a new figure begins with. */
  readonly start: unknown;
  /** Its name in JSON files, and in CSV files; `null` where it stays with the studio. */
  readonly file: { readonly json: string; readonly csv: string; readonly about?: string } | null;
  /** Its column of the table of figures; `null` where it is kept in a table of its own. */
  readonly column: string | null;
}
type Described = AnyDescribed &
  (
    | { readonly sort: WrittenSort; readonly text: TextFacts }
    | { readonly sort: Exclude<FieldSort, WrittenSort>; readonly text?: never }
  );

/**
 * Every field of a figure, in the order of files. The form, files, what is asked when two people changed a figure, and
 * the queries read it here: a new one takes an entry and a migration.
 */
export const FIGURE_FIELDS = {
  danceId: {
    label: "Dance",
    sort: "dance",
    schema: z.uuid("Choose a dance"),
    start: "",
    file: { json: "dance", csv: "dance", about: "Name of the dance" },
    column: "dance_id",
  },
  name: {
    label: "Name",
    sort: "text",
    text: { mayName: true, searched: false },
    schema: words(80).refine(
      (name) => !name.includes('"'),
      "A name has no double quotes, so that steps can name it",
    ),
    start: "",
    file: {
      json: "name",
      csv: "name",
      about: "Name of the figure; with the dance it says which figure is meant",
    },
    column: "name",
  },
  kind: {
    label: "Kind",
    sort: "kind",
    schema: z.enum(FIGURE_KINDS),
    start: "basic",
    file: { json: "kind", csv: "kind" },
    column: "kind",
  },
  tier: {
    label: "Tier",
    sort: "tier",
    schema: z.union(TIERS.map((tier) => z.literal(tier))),
    start: 1,
    file: { json: "level", csv: "level", about: "The first tier that may learn it" },
    column: "tier",
  },
  /** Minutes to teach it on its first night. */
  minutes: {
    label: "Minutes, first night",
    sort: "whole",
    schema: wholeNumber(1, 120),
    start: 10,
    file: { json: "minutes", csv: "minutes", about: "Minutes to teach it on its first night" },
    column: "minutes",
  },
  /** Step notation (docs/notation.md); empty for a drill without steps. Kept in its canonical form. */
  notation: {
    label: "Steps",
    sort: "steps",
    text: { mayName: true, searched: false },
    schema: z.string().max(20_000, "At most 20,000 characters"),
    start: "",
    file: {
      json: "notation",
      csv: "notation",
      about: "Steps, as docs/notation.md describes; empty for a drill",
    },
    column: "notation",
  },
  /** The figure of which this is another way of footwork; `null` for one of its own. */
  variantOfId: {
    label: "Variant of",
    help: "For a simpler form, or one for faster music",
    none: "none; a figure of its own",
    sort: "figure",
    schema: z.uuid().nullable(),
    start: null,
    file: {
      json: "variantOf",
      csv: "variant_of",
      about: "The figure of which it is another way of footwork",
    },
    column: "variant_of_id",
  },
  needs: {
    label: "Needs",
    help: "What must be taught before it",
    none: "Nothing; it can be the first thing taught.",
    sort: "figures",
    schema: figureIds,
    start: [],
    file: { json: "needs", csv: "needs", about: "Figures that must be taught before it" },
    column: null,
  },
  helps: {
    label: "Easier after",
    help: "What makes it easier without being a must",
    none: "Nothing named yet.",
    sort: "figures",
    schema: figureIds,
    start: [],
    file: { json: "helps", csv: "helps", about: "Figures that make it easier" },
    column: null,
  },
  otherNames: {
    label: "Other names",
    sort: "names",
    text: { mayName: true, searched: true },
    schema: z
      .array(otherName)
      .max(20, "At most 20 names")
      .refine(...unlike<OtherName>(({ name }) => name)),
    start: [],
    file: { json: "otherNames", csv: "other_names" },
    column: "other_names",
  },
  cues: {
    label: "Cues",
    sort: "cues",
    text: { mayName: true, searched: true },
    schema: z
      .array(cue)
      .max(40, "At most 40 entries")
      .refine(...unlike<Cue>(({ text }) => text)),
    start: [],
    file: { json: "cues", csv: "cues" },
    column: "cues",
  },
  slips: {
    label: "Common slips",
    help: "What usually goes wrong, one a line",
    sort: "lines",
    text: { mayName: true, searched: false },
    schema: phrases,
    start: [],
    file: { json: "slips", csv: "slips" },
    column: "slips",
  },
  exercises: {
    label: "Exercises",
    help: "How it is practised in class, one a line",
    sort: "lines",
    text: { mayName: true, searched: false },
    schema: phrases,
    start: [],
    file: { json: "exercises", csv: "exercises" },
    column: "exercises",
  },
  cautions: {
    label: "Cautions",
    help: "What can hurt and how it is avoided, one a line",
    sort: "lines",
    text: { mayName: true, searched: false },
    schema: phrases,
    start: [],
    file: { json: "cautions", csv: "cautions" },
    column: "cautions",
  },
  /** Who on the staff may teach it; empty for everybody. */
  teacherIds: {
    label: "May be taught by",
    help: "Nobody chosen: everybody on the staff may teach it",
    sort: "people",
    schema: z.array(z.uuid()).max(100, "At most 100 people"),
    start: [],
    file: null,
    column: null,
  },
} as const satisfies Readonly<Record<string, Described>>;

type Fields = typeof FIGURE_FIELDS;
/** One of a figure's fields. */
export type FieldName = keyof Fields;
/** All fields of a figure, in the order of its form. */
export const FIELD_NAMES = Object.keys(FIGURE_FIELDS) as readonly FieldName[];

/** A field as all of them are described, whichever it is. */
export const fieldOf = (name: FieldName): Described => FIGURE_FIELDS[name];

type OfSort<S extends FieldSort> = { [K in FieldName]: Fields[K]["sort"] extends S ? K : never }[FieldName];

/** The fields that hold one sort of thing, in order. */
export const fieldsOf = <S extends FieldSort>(sort: S): readonly OfSort<S>[] =>
  FIELD_NAMES.filter((name) => fieldOf(name).sort === sort) as OfSort<S>[];

type Shape<N extends FieldName> = { [K in N]: Fields[K]["schema"] };

/** Schemas of some fields by their names. */
export const shapeOfFields = <N extends FieldName>(names: readonly N[]): Shape<N> =>
  Object.fromEntries(names.map((name) => [name, fieldOf(name).schema])) as Shape<N>;

/** What is said of a field that is wrong, missing or different, by its name in files. */
export const labelInFile = (json: string): string =>
  FIELD_NAMES.map(fieldOf).find(({ file }) => file?.json === json)?.label ?? json;
