import { z } from "zod";
import { words } from "./common.ts";
import { byId, endpoint } from "./endpoint.ts";
import { anyOf } from "./things.ts";

/** What somebody shows beside the password: a key that a device keeps, or codes of an app. */
export const FACTOR_KINDS = ["key", "codes"] as const;

/** Something that somebody shows beside the password. */
export const factor = z.object({
  id: z.uuid(),
  kind: z.enum(FACTOR_KINDS),
  /** What its owner calls it. */
  name: z.string(),
  since: z.iso.datetime(),
});
/** Something that somebody shows beside the password. */
export type Factor = z.infer<typeof factor>;

const own = z.object({
  factors: z.array(factor),
  /** Codes on paper that are left, for when nothing else is at hand. */
  recoveryLeft: z.int(),
  /** Whether the studio asks its directors for more than a password. */
  directorsShowMore: z.boolean(),
});
/** What somebody shows at the sign-in, as their account says it. */
export type OwnFactors = z.infer<typeof own>;

/** With the first one come the recovery codes, this once. */
const kept = own.extend({ recovery: z.array(z.string()).nullable() });

/** What a browser says or is asked of a key; its form is that of the standard, and is checked by what reads it. */
const spoken = z.record(z.string().max(100), z.unknown());
const name = words(60);

/** What is shown at the sign-in after the password was right. */
export const shown = z.discriminatedUnion("kind", [
  /** A code of an app, or one of the recovery codes. */
  z.object({
    kind: z.literal("code"),
    code: z.string().trim().min(6, "Six digits, or a recovery code").max(40),
  }),
  z.object({ kind: z.literal("key"), answer: spoken }),
]);
/** What is shown at the sign-in after the password was right. */
export type Shown = z.infer<typeof shown>;

/** Endpoints of what one shows beside the password. */
export const factorsApi = {
  list: endpoint({
    method: "GET",
    path: "/session/factors",
    access: "read",
    reads: anyOf("factors", "settings"),
    response: own,
  }),
  /** Begins codes of an app: what the app reads. They count once one was shown. */
  beginCodes: endpoint({
    method: "POST",
    path: "/session/factors/codes",
    access: "read",
    changes: anyOf("factors"),
    response: z.object({ id: z.uuid(), address: z.string() }),
  }),
  confirmCodes: endpoint({
    method: "POST",
    path: "/session/factors/codes/:id",
    access: "read",
    changes: anyOf("factors"),
    params: byId,
    body: z.object({ name, code: z.string().trim().max(20) }),
    response: kept,
  }),
  /** What the browser is asked in order to make a key. */
  beginKey: endpoint({
    method: "POST",
    path: "/session/factors/keys",
    access: "read",
    changes: anyOf("factors"),
    response: z.object({ options: spoken }),
  }),
  confirmKey: endpoint({
    method: "POST",
    path: "/session/factors/keys/answer",
    access: "read",
    changes: anyOf("factors"),
    body: z.object({ name, answer: spoken }),
    response: kept,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/session/factors/:id",
    access: "read",
    changes: anyOf("factors"),
    params: byId,
    response: own,
  }),
  /** New recovery codes; those of before are over. */
  renewRecovery: endpoint({
    method: "POST",
    path: "/session/factors/recovery",
    access: "read",
    changes: anyOf("factors"),
    response: kept,
  }),
  askDirectors: endpoint({
    method: "PUT",
    path: "/session/factors/directors",
    access: "settings.write",
    changes: anyOf("settings", "factors"),
    body: z.object({ on: z.boolean() }),
    response: own,
  }),
};
