import { FIGURE_KINDS } from "@map-step/core/figure";
import { TIERS } from "@map-step/core/time";
import { z } from "zod";
import { changeOf, phrases, stored, wholeNumber, words } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";

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

/** What is said while a figure is danced. */
export const cue = z.object({
  text: words(300),
  /** The school of teaching that says it; empty for all. */
  school: z.string().trim().max(80, "At most 80 characters"),
  /** Whether the house says it. */
  house: z.boolean(),
});

const figureIds = z.array(z.uuid()).max(30, "At most 30 figures");

export const figureContent = z.object({
  danceId: z.uuid("Choose a dance"),
  name: words(80).refine(
    (name) => !name.includes('"'),
    "A name has no double quotes, so that steps can name it",
  ),
  otherNames: z
    .array(otherName)
    .max(20, "At most 20 names")
    .refine(...unlike<{ name: string }>(({ name }) => name)),
  kind: z.enum(FIGURE_KINDS),
  tier: z.union(TIERS.map((tier) => z.literal(tier))),
  /** Step notation (docs/notation.md); empty for a drill without steps. Kept in its canonical form. */
  notation: z.string().max(20_000, "At most 20,000 characters"),
  /** Minutes to teach it on its first night. */
  minutes: wholeNumber(1, 120),
  /** What must be taught before it, and what makes it easier without being a must. */
  needs: figureIds,
  helps: figureIds,
  /** The figure of which this is another way of footwork; `null` for one of its own. */
  variantOfId: z.uuid().nullable(),
  /** Who on the staff may teach it; empty for everybody. */
  teacherIds: z.array(z.uuid()).max(100, "At most 100 people"),
  cues: z
    .array(cue)
    .max(40, "At most 40 entries")
    .refine(...unlike<{ text: string }>(({ text }) => text)),
  slips: phrases,
  cautions: phrases,
});

export const figure = stored.extend(figureContent.shape);
/** A figure as lists and choices need it; its text is read by dance, or one by one. */
export const figureLine = figure.pick({
  id: true,
  version: true,
  danceId: true,
  name: true,
  otherNames: true,
  kind: true,
  tier: true,
  minutes: true,
});
export type FigureLine = z.infer<typeof figureLine>;
export const figureChange = changeOf(figureContent);
export type FigureRecord = z.infer<typeof figure>;
export type FigureContent = z.infer<typeof figureContent>;
export type OtherName = z.infer<typeof otherName>;
export type Cue = z.infer<typeof cue>;

/** What the house says: the cues it chose, or all where it chose none. */
export function houseCues(cues: readonly Cue[]): string[] {
  const chosen = cues.filter(({ house }) => house);
  return (chosen.length > 0 ? chosen : cues).map(({ text }) => text);
}

export const figuresApi = {
  /** All figures of the studio, in short: by kind, then tier, then name. */
  list: endpoint({ method: "GET", path: "/figures", access: "read", response: z.array(figureLine) }),
  /** The figures of one dance in full, in the same order. */
  ofDance: endpoint({
    method: "GET",
    path: "/dances/:id/figures",
    access: "read",
    params: byId,
    response: z.array(figure),
  }),
  read: endpoint({ method: "GET", path: "/figures/:id", access: "read", params: byId, response: figure }),
  create: endpoint({
    method: "POST",
    path: "/figures",
    access: "figures.write",
    body: figureContent,
    response: figure,
  }),
  change: endpoint({
    method: "PUT",
    path: "/figures/:id",
    access: "figures.write",
    params: byId,
    body: figureChange,
    response: figure,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/figures/:id",
    access: "figures.write",
    params: byId,
    response: nothing,
  }),
  restore: endpoint({
    method: "POST",
    path: "/figures/:id/restore",
    access: "figures.write",
    params: byId,
    response: figure,
  }),
};
