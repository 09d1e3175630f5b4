import { z } from "zod";
import type { Access } from "./permissions.ts";

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

/** Describes an endpoint; parameters and body default to none. */
export function endpoint<
  R extends z.ZodType,
  P extends z.ZodType = typeof nothing,
  B extends z.ZodType = typeof nothing,
>(spec: {
  method: Endpoint["method"];
  path: string;
  access: Access;
  judgesText?: boolean;
  params?: P;
  body?: B;
  response: R;
}): Endpoint<P, B, R> {
  return { ...spec, params: (spec.params ?? nothing) as P, body: (spec.body ?? nothing) as B };
}
