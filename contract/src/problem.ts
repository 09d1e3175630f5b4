import { z } from "zod";

/** The sorts of errors and the status of each. */
export const PROBLEM_TYPES = {
  validation: "urn:map-step:problem:validation",
  stale: "urn:map-step:problem:stale",
  signedOut: "urn:map-step:problem:signed-out",
  forbidden: "urn:map-step:problem:forbidden",
  /** The password is asked once more before something that cannot be taken back. */
  confirmPassword: "urn:map-step:problem:confirm-password",
  /** The password was right, and something beside it is asked. */
  showMore: "urn:map-step:problem:show-more",
  /** The page holds the token of an earlier sign-in; with the new one the same request is taken. */
  outOfDate: "urn:map-step:problem:out-of-date",
  notFound: "urn:map-step:problem:not-found",
  inUse: "urn:map-step:problem:in-use",
  tooMany: "urn:map-step:problem:too-many-attempts",
  badRequest: "urn:map-step:problem:bad-request",
  tooLarge: "urn:map-step:problem:too-large",
  unavailable: "urn:map-step:problem:unavailable",
  internal: "urn:map-step:problem:internal",
} as const;

/** What is wrong with one field, where, and what would do. */
export const fieldError = z.object({
  /** Dotted, such as `needs.0`; empty when it is about the whole. */
  path: z.string(),
  message: z.string(),
});

/** The one shape of every error (RFC 9457 problem details). */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  /** What happened and what to do now, in a sentence. */
  detail: z.string(),
  errors: z.array(fieldError).optional(),
  /** With a conflict: the thing as it is now. */
  current: z.unknown().optional(),
  /** With a conflict: who changed it, where that is known, and when. */
  changed: z.object({ by: z.string(), at: z.iso.datetime() }).optional(),
});

/** An error as it is answered. */
export type Problem = z.infer<typeof problem>;
/** What is wrong with one field. */
export type FieldError = z.infer<typeof fieldError>;
