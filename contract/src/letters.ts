import { z } from "zod";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { email, newPassword, session } from "./session.ts";
import { anyOf } from "./things.ts";

/** Days for which an invitation opens the door, and hours for which a new password can be chosen. */
export const LINK_LASTS = { invitation: 7 * 24, reset: 1 } as const;
/** What a link that works once is for. */
export type LinkKind = keyof typeof LINK_LASTS;

/** Something that was written to somebody. */
export const letter = z.object({
  id: z.uuid(),
  to: z.string(),
  subject: z.string(),
  text: z.string(),
  /** Where its link leads; empty for a letter without one, `null` where it went out by mail, or is over. */
  path: z.string().nullable(),
  /** When it went out by mail; `null` where it waits here. */
  sentAt: z.iso.datetime().nullable(),
  at: z.iso.datetime(),
});
/** Something that was written to somebody. */
export type Letter = z.infer<typeof letter>;

const byToken = z.object({ token: z.string().regex(/^[\w-]{20,60}$/, "The last part of a link") });

/** Endpoints of invitations, forgotten passwords, and the letters that carry their links. */
export const lettersApi = {
  /** The last letters, the newest first. */
  list: endpoint({
    method: "GET",
    path: "/letters",
    access: "staff.write",
    reads: anyOf("letters", "staff"),
    response: z.array(letter),
  }),
  /** Writes somebody a link with which they choose a password; links from before are over. */
  invite: endpoint({
    method: "POST",
    path: "/staff/:id/invitation",
    access: "staff.write",
    changes: anyOf("letters"),
    params: byId,
    response: letter,
  }),
  /** Says the same whether or not the studio knows the address. */
  forgot: endpoint({
    method: "POST",
    path: "/session/forgotten",
    access: "anyone",
    changes: anyOf("letters"),
    body: z.object({ email }),
    response: nothing,
  }),
  /** Whose door a link opens. */
  door: endpoint({
    method: "GET",
    path: "/public/doors/:token",
    access: "anyone",
    reads: anyOf("letters"),
    params: byToken,
    response: z.object({ name: z.string(), email: z.string(), studioName: z.string(), isNew: z.boolean() }),
  }),
  /** Chooses a password and signs in; the link is over then. */
  enter: endpoint({
    method: "POST",
    path: "/public/doors/:token",
    access: "anyone",
    changes: anyOf("letters", "sessions", "staff"),
    params: byToken,
    body: z.object({ password: newPassword }),
    response: session,
  }),
};
