import { type Endpoint, may, type Person, PROBLEM_TYPES, shapeOf } from "@map-step/contract";
import type { Request, Response, Router } from "express";
import type { z } from "zod";
import type { Config } from "../config.ts";
import type { Database } from "../db/connection.ts";
import type { Workers } from "../work/work.ts";
import { forbidden, HttpProblem, invalid, signedOut } from "./problems.ts";
import { cleanText } from "./well-formed.ts";

/** What a handler works with. */
export interface Context {
  readonly db: Database;
  readonly config: Config;
  /** Threads for what would hold the others up. */
  readonly workers: Workers;
}

interface Input<P, B> {
  readonly params: P;
  readonly body: B;
  readonly person: Person;
  readonly request: Request;
  readonly response: Response;
}

/** Reads with a schema; every fault becomes a field error with its path. */
function read<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  const result = schema.safeParse(value);
  if (result.success) return result.data;
  throw invalid(result.error.issues.map(({ path, message }) => ({ path: path.join("."), message })));
}

/** Drops what nobody sees from every text. @throws where one cannot be kept at all */
function keepGoodText(value: unknown): void {
  const place = cleanText(value);
  if (place !== null)
    throw invalid([{ path: place, message: "It holds a character that cannot be kept; take it out" }]);
}

/** What a conflict shows of the present thing is what the endpoint itself would have answered, and no more. */
function withoutExtras(schema: z.ZodType, error: unknown): unknown {
  if (!(error instanceof HttpProblem) || error.problem.type !== PROBLEM_TYPES.stale) return error;
  return new HttpProblem({ ...error.problem, current: shapeOf(schema)(error.problem.current) });
}

const SHOW_MORE =
  "The studio asks its directors for more than a password. Add a key or an app's codes to your account first.";
const nobody: Person = { id: "", name: "", role: "teacher" };

type Handler<P extends z.ZodType, B extends z.ZodType, A> = (
  input: Input<z.output<P>, z.output<B>>,
) => Promise<A>;

/** Checks who asks, reads parameters and body with the contract's schemas, calls the handler and sends its answer. */
function listen<P extends z.ZodType, B extends z.ZodType, A>(
  router: Router,
  endpoint: Endpoint<P, B>,
  handler: Handler<P, B, A>,
  send: (response: Response, answer: A) => void,
): void {
  const method = endpoint.method.toLowerCase() as "get" | "post" | "put" | "delete";
  router[method](endpoint.path, async (request, response) => {
    const person = response.locals.person as (Person & { readonly mustShowMore: boolean }) | undefined;
    if (endpoint.access !== "anyone") {
      if (!person) throw signedOut();
      if (!may(person.role, endpoint.access)) throw forbidden();
      // Nothing but what leads out of it.
      if (person.mustShowMore && !endpoint.path.startsWith("/session")) throw forbidden(SHOW_MORE);
    }
    keepGoodText(request.params);
    if (!endpoint.judgesText) keepGoodText(request.body);
    const params = read(endpoint.params, request.params);
    const body = read(endpoint.body, request.body ?? {});
    const result = await handler({ params, body, person: person ?? nobody, request, response }).catch(
      (error: unknown) => {
        throw withoutExtras(endpoint.response, error);
      },
    );
    send(response, result);
  });
}

/**
 * Serves an endpoint of the contract, and sends what its handler returns in the contract's shape. Limits are checked on
 * the way in only, so that nothing that is kept can make an answer fail.
 */
export function serve<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  router: Router,
  endpoint: Endpoint<P, B, R>,
  handler: Handler<P, B, z.input<R>>,
): void {
  const answerOf = shapeOf(endpoint.response);
  listen(router, endpoint, handler, (response, result) => response.json(answerOf(result)));
}

/** Serves what is too large to be put together in the thread that answers everybody: the text of a file, as it is. */
export const serveFile = <P extends z.ZodType, B extends z.ZodType>(
  router: Router,
  endpoint: Endpoint<P, B>,
  handler: Handler<P, B, { readonly name: string; readonly bytes: Uint8Array }>,
): void =>
  listen(router, endpoint, handler, (response, { name, bytes }) => {
    const { buffer, byteOffset, byteLength } = bytes;
    response
      .attachment(name)
      .type("json")
      .send(Buffer.from(buffer, byteOffset, byteLength));
  });
