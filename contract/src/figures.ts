import { FIGURE_KINDS } from "@map-step/core/figure";
import { TIERS } from "@map-step/core/time";
import { z } from "zod";
import { changeOf, phrases, stored, wholeNumber, words } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";

export const figureContent = z.object({
  danceId: z.uuid("Choose a dance"),
  name: words(80),
  otherNames: phrases,
  kind: z.enum(FIGURE_KINDS),
  tier: z.union(TIERS.map((tier) => z.literal(tier))),
  /** Step notation (docs/notation.md); empty for a drill without steps. Kept in its canonical form. */
  notation: z.string().max(20_000, "At most 20,000 characters"),
  /** Minutes to teach it on its first night. */
  minutes: wholeNumber(1, 120),
  needs: z.array(z.uuid()).max(30, "At most 30 figures"),
  cues: phrases,
  slips: phrases,
  cautions: phrases,
});

export const figure = stored.extend(figureContent.shape);
export const figureChange = changeOf(figureContent);
export type FigureRecord = z.infer<typeof figure>;
export type FigureContent = z.infer<typeof figureContent>;

export const figuresApi = {
  list: endpoint({ method: "GET", path: "/figures", access: "read", response: z.array(figure) }),
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
