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

/** What is read, or `null` when somebody took it away since it was listed. */
export async function unlessGone<T>(reading: Promise<T>): Promise<T | null> {
  try {
    return await reading;
  } catch (error) {
    if (error instanceof HttpProblem && error.problem.status === 404) return null;
    throw error;
  }
}

export const invalid = (errors: readonly FieldError[]) =>
  make("validation", 422, "Something is not right yet", errors[0]?.message ?? "Look at the fields below.", {
    errors: [...errors],
  });

export const stale = (current: unknown) =>
  make(
    "stale",
    409,
    "Changed by somebody else",
    "Somebody changed this while you did. Compare both and choose.",
    { current },
  );

export const inUse = (detail: string) => make("inUse", 409, "Still in use", detail);

export const signedOut = () =>
  make("signedOut", 401, "Not signed in", "Sign in to go on. What you typed is kept.");

export const wrongPassword = () =>
  make("signedOut", 401, "Not signed in", "That address and password do not belong together. Try again.");

export const forbidden = (detail = "Your account may not do this. Ask the director.") =>
  make("forbidden", 403, "Not yours to do", detail);

export const tooMany = () => make("tooMany", 429, "Too many attempts", "Wait ten minutes, then try again.");

export const internal = () =>
  make(
    "internal",
    500,
    "Something went wrong here",
    "Nothing was changed. Try again; if it goes on, tell whoever runs the server.",
  );
