import { z } from "zod";
import { ordinal, stored, version } from "./common.ts";
import { byId, endpoint } from "./endpoint.ts";
import { figureContent } from "./figures.ts";
import { planContent } from "./plans.ts";
import { anyOf } from "./things.ts";

/** What of the studio a teacher may propose to change. */
export const PROPOSED = ["figures", "plans"] as const;
/** One of `PROPOSED`. */
export type Proposed = (typeof PROPOSED)[number];

/** What became of a proposal: only its writer sees it while they write it and when they took it back. */
export const PROPOSAL_STATES = ["writing", "sent", "withdrawn", "taken", "declined"] as const;
/** One of `PROPOSAL_STATES`. */
export type ProposalState = (typeof PROPOSAL_STATES)[number];

/** A text that says why, or answers; it may be empty. */
const remark = z.string().trim().max(2000, "At most 2000 characters");

/** A figure or a plan as it would be, beside what it was when the proposal was begun. */
const asFigure = z.object({
  list: z.literal("figures"),
  /** `null` for a figure that is not there yet. */
  thingId: z.uuid().nullable(),
  base: figureContent.nullable(),
  content: figureContent,
});
const asPlan = z.object({
  list: z.literal("plans"),
  thingId: z.uuid(),
  base: planContent,
  content: planContent,
});
const eitherWith = <T extends z.ZodRawShape>(more: T) =>
  z.discriminatedUnion("list", [asFigure.extend(more), asPlan.extend(more)]);

const written = { note: remark, state: z.enum(["writing", "sent", "withdrawn"]) };
/** A proposal as it is written. */
export const proposalContent = eitherWith(written);
/** A proposal as it is written. */
export type ProposalContent = z.infer<typeof proposalContent>;

const about = {
  ...stored.shape,
  note: z.string(),
  state: z.enum(PROPOSAL_STATES),
  staffId: z.uuid(),
  by: z.string(),
  /** When it was changed last. */
  at: z.iso.datetime(),
  /** What the director said, who that was, and when; empty and `null` while it is open. */
  answer: z.string(),
  settledBy: z.string().nullable(),
  settledAt: z.iso.datetime().nullable(),
  /** What it is about is called, and belongs to. */
  name: z.string(),
  of: z.string(),
  levelId: z.uuid().nullable(),
  sectionId: z.uuid().nullable(),
};
/** A proposal in one line, with where what it is about is found. */
export const proposalLine = z.object({ ...about, list: z.enum(PROPOSED), thingId: z.uuid().nullable() });
/** A proposal in one line. */
export type ProposalLine = z.infer<typeof proposalLine>;

/** A proposal with all that it would change. */
export const proposal = eitherWith(about);
/** A proposal with all that it would change. */
export type ChangeProposal = z.infer<typeof proposal>;

/** What a director makes of a proposal: taken, as they saw it put together with what is there, or answered only. */
export const settlement = z.object({
  version,
  answer: remark,
  take: z
    .discriminatedUnion("list", [
      z.object({ list: z.literal("figures"), version, content: figureContent }),
      z.object({ list: z.literal("plans"), version, content: planContent }),
    ])
    .nullable(),
  /** How many of its changes are taken, and of how many, so that the history says so. */
  part: z.object({ taken: ordinal, of: ordinal }).optional(),
});
/** What a director makes of a proposal. */
export type Settlement = z.infer<typeof settlement>;

/** Endpoints of proposals. A teacher sees their own, a director also what others sent. */
export const proposalsApi = {
  /** Those that are open or were settled within a month, the newest first. */
  list: endpoint({
    method: "GET",
    path: "/proposals",
    access: "read",
    reads: anyOf("proposals", "dances", "figures", "levels", "sections", "plans", "staff"),
    response: z.array(proposalLine),
  }),
  read: endpoint({
    method: "GET",
    path: "/proposals/:id",
    access: "read",
    reads: anyOf("proposals", "dances", "figures", "levels", "sections", "plans", "staff"),
    params: byId,
    response: proposal,
  }),
  create: endpoint({
    method: "POST",
    path: "/proposals",
    access: "proposals.write",
    changes: anyOf("proposals"),
    body: proposalContent,
    response: proposal,
  }),
  /** Only one's own, and only until it is settled. */
  change: endpoint({
    method: "PUT",
    path: "/proposals/:id",
    access: "proposals.write",
    changes: anyOf("proposals"),
    params: byId,
    body: eitherWith({ ...written, version }),
    response: proposal,
  }),
  settle: endpoint({
    method: "PUT",
    path: "/proposals/:id/settled",
    access: "proposals.settle",
    changes: anyOf("proposals", "figures", "plans", "dances"),
    params: byId,
    body: settlement,
    response: proposal,
  }),
};
