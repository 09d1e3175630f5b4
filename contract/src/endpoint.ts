import { z } from "zod";
import type { Access } from "./permissions.ts";
import { NOTHING, type Touches } from "./things.ts";

/** One request of the API: where it goes, who may send it, what it takes and what it gives back. */
export interface Endpoint<
  Params extends z.ZodType = z.ZodType,
  Body extends z.ZodType = z.ZodType,
  Response extends z.ZodType = z.ZodType,
> {
  readonly method: "GET" | "POST" | "PUT" | "DELETE";
  /** Below `/api`, with `:name` for each parameter. */
  readonly path: string;
  readonly access: Access;
  /** What a GET puts its answer together from; nothing for what changes something. */
  readonly reads: Touches;
  /** What it changes; nothing for a GET. */
  readonly changes: Touches;
  /** Whoever takes its body looks whether its text can be kept: entry by entry, or beside the thread that answers. */
  readonly judgesText?: boolean;
  readonly params: Params;
  readonly body: Body;
  readonly response: Response;
}

/** No parameters, no body. */
export const nothing = z.object({});
/** The id in an address. */
export const byId = z.object({ id: z.uuid() });

type Facts =
  | { readonly method: "GET"; readonly reads: Touches; readonly changes?: never }
  | { readonly method: "POST" | "PUT" | "DELETE"; readonly changes: Touches; readonly reads?: never };

/**
 * Describes an endpoint; parameters and body default to none. What it reads and changes decides which open pages are
 * read again, after a change of one's own and after news from others.
 */
export function endpoint<
  R extends z.ZodType,
  P extends z.ZodType = typeof nothing,
  B extends z.ZodType = typeof nothing,
>(
  spec: Facts & {
    path: string;
    access: Access;
    judgesText?: boolean;
    params?: P;
    body?: B;
    response: R;
  },
): Endpoint<P, B, R> {
  const { reads = NOTHING, changes = NOTHING } = spec;
  return {
    ...spec,
    reads,
    changes,
    params: (spec.params ?? nothing) as P,
    body: (spec.body ?? nothing) as B,
  };
}
