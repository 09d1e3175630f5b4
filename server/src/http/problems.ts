import { type FieldError, PROBLEM_TYPES, type Problem } from "@map-step/contract";

/** An error that is the answer to a request. */
export class HttpProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

const make = (
  kind: keyof typeof PROBLEM_TYPES,
  status: number,
  title: string,
  detail: string,
  more: Partial<Problem> = {},
) => new HttpProblem({ type: PROBLEM_TYPES[kind], status, title, detail, ...more });

export const notFound = (detail = "It may have been removed. Go back and open it again.") =>
  make("notFound", 404, "Not here", detail);

export const invalid = (errors: readonly FieldError[]) =>
  make("validation", 422, "Something is not right yet", errors[0]?.message ?? "Look at the fields below.", {
    errors: [...errors],
  });

/** @param changed who changed it, and when, where that is known */
export const stale = (current: unknown, changed?: Problem["changed"]) =>
  make(
    "stale",
    409,
    "Changed by somebody else",
    "Somebody changed this while you did. Compare both and choose.",
    { current, ...(changed ? { changed } : {}) },
  );

export const inUse = (detail: string) => make("inUse", 409, "Still in use", detail);

export const signedOut = () =>
  make("signedOut", 401, "Not signed in", "Sign in to go on. What you typed is kept.");

export const wrongPassword = () =>
  make(
    "signedOut",
    401,
    "Not signed in",
    "That email address and password do not belong together. Try again.",
  );

export const forbidden = (detail = "Your account may not do this. Ask the director.") =>
  make("forbidden", 403, "Not yours to do", detail);

/** What is asked for next is given with the password once more; the page asks and sends it again. */
export const confirmPassword = () =>
  make("confirmPassword", 403, "Your password once more", "Write your password once more to go on.");

/** The password was right; something beside it is asked. @param current what can be shown, and what a key is asked to sign */
export const showMore = (current: unknown) =>
  make("showMore", 401, "One more step", "Now show the second thing that you chose for your account.", {
    current,
  });

/** @param seconds until another attempt is looked at */
export const tooMany = (seconds: number) =>
  make(
    "tooMany",
    429,
    "Too many attempts",
    `Wait ${seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`}, then try again.`,
  );

/** A request that no page of ours sends. */
export const badRequest = (status: number, detail: string) =>
  make("badRequest", status, "Not a request that can be read", detail);

export const tooDeep = () =>
  make(
    "tooLarge",
    413,
    "Too deep",
    "The request is nested deeper than anything here. Send it as the pages do.",
  );

/** It needs more memory than a thread of this server has. */
export const tooMuch = () =>
  make(
    "tooLarge",
    413,
    "Too much for this machine",
    "This needs more memory than this machine gives the studio. Take less at once, or give the server more.",
  );

export const tooLarge = () =>
  make("tooLarge", 413, "Too large", "The request is larger than what is taken here. Send less at once.");

/** The database is away, or too busy to answer in time: what became of a change is not known. */
export const unavailable = () =>
  make(
    "unavailable",
    503,
    "The studio can't be reached just now",
    "The studio can't be reached just now; what you typed is kept. Try again in a moment.",
  );

export const internal = () =>
  make(
    "internal",
    500,
    "Something went wrong here",
    "What you typed is kept. Reload the page and look whether it was saved; if this goes on, tell whoever runs the server.",
  );
