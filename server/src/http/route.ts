import { type Endpoint, may, type Person } from "@map-step/contract";
import type { Request, Response, Router } from "express";
import type { z } from "zod";
import type { Config } from "../config.ts";
import type { Database } from "../db/connection.ts";
import { forbidden, HttpProblem, invalid, signedOut } from "./problems.ts";

/** What a handler works with. */
export interface Context {
  readonly db: Database;
  readonly config: Config;
}

interface Input<P, B> {
  readonly params: P;
  readonly body: B;
  readonly person: Person;
  readonly request: Request;
  readonly response: Response;
}

/** Reads with a schema; every fault becomes a field error with its path. */
export function read<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  const result = schema.safeParse(value);
  if (result.success) return result.data;
  throw invalid(result.error.issues.map(({ path, message }) => ({ path: path.join("."), message })));
}

/** What a conflict shows of the present thing is what the endpoint itself would have answered, and no more. */
function withoutExtras(schema: z.ZodType, error: unknown): unknown {
  if (!(error instanceof HttpProblem) || error.problem.current === undefined) return error;
  return new HttpProblem({ ...error.problem, current: schema.parse(error.problem.current) });
}

const nobody: Person = { id: "", name: "", role: "teacher" };

/**
 * Serves an endpoint of the contract: checks who asks, reads parameters and body with the contract's schemas,
 * calls the handler and sends what it returns, again through the contract's schema.
 */
export function serve<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  router: Router,
  endpoint: Endpoint<P, B, R>,
  handler: (input: Input<z.output<P>, z.output<B>>) => Promise<z.input<R>>,
): void {
  const method = endpoint.method.toLowerCase() as "get" | "post" | "put" | "delete";
  router[method](endpoint.path, async (request, response) => {
    const person = response.locals.person as Person | undefined;
    if (endpoint.access !== "anyone") {
      if (!person) throw signedOut();
      if (!may(person.role, endpoint.access)) throw forbidden();
    }
    const params = read(endpoint.params, request.params);
    const body = read(endpoint.body, request.body ?? {});
    const result = await handler({ params, body, person: person ?? nobody, request, response }).catch(
      (error: unknown) => {
        throw withoutExtras(endpoint.response, error);
      },
    );
    response.json(endpoint.response.parse(result));
  });
}
