import type { Endpoint } from "@map-step/contract/endpoint";
import { type FieldError, PROBLEM_TYPES, type Problem } from "@map-step/contract/problem";
import { type Session, sessionApi } from "@map-step/contract/session";
import { meets, type Touched, touchedBy } from "@map-step/contract/things";
import {
  type Query,
  type QueryClient,
  useMutation,
  useQueries,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import type { z } from "zod";
import { askPassword } from "./asking-again.ts";
import { ask } from "./connection.ts";

/** An answer that is an error, in the shape of the contract. */
export class ApiError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

/** No answer at all: the network or the server is gone. */
const unreachable: Problem = {
  type: PROBLEM_TYPES.internal,
  title: "No connection",
  status: 0,
  detail: "The studio's server does not answer. What you typed is kept here; try again in a moment.",
};

/** Whether nobody answered, or the server is not ready: the same request may well succeed a moment later. */
export const isUnanswered = (error: unknown): boolean =>
  error instanceof ApiError && (error.problem.status === 0 || error.problem.status === 503);

let csrfToken = "";
/** Whose page this is; nothing goes out from it in the name of somebody else who signed in meanwhile. */
let own: string | null = null;
export const actAs = (personId: string | null): void => {
  own = personId;
};

type Empty = Record<string, never>;
type Part<Name extends string, Schema extends z.ZodType> =
  z.input<Schema> extends Empty ? { [K in Name]?: undefined } : { [K in Name]: z.input<Schema> };
export type Input<P extends z.ZodType, B extends z.ZodType> = Part<"params", P> & Part<"body", B>;

/** Where a request of the contract goes. */
export const address = (path: string, params: Readonly<Record<string, unknown>> = {}): string =>
  `/api${path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(params[name])))}`;

const isSession = (value: unknown): value is Session =>
  typeof value === "object" && value !== null && "csrfToken" in value;

/** Changes are sent with the token of this session from now on. */
export function takeSession(session: Session): Session {
  csrfToken = session.csrfToken;
  return session;
}

/** A whole library or studio takes the server longer to read and to write than anything else. Milliseconds. */
const FILE_MS = 300_000;
const isFile = (path: string): boolean => /\/file(\/|$)/.test(path);

/** Reads an answer of the studio; nothing where it is none. */
function answerIn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

async function send<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  endpoint: Endpoint<P, B, R>,
  input: Input<P, B>,
): Promise<z.output<R>> {
  const { params, body } = input as { params?: Record<string, unknown>; body?: unknown };
  const headers: Record<string, string> = { "x-csrf-token": csrfToken };
  if (body !== undefined) headers["content-type"] = "application/json";
  const request: RequestInit = {
    method: endpoint.method,
    headers,
    // A file goes as it was saved; everything else is written here.
    ...(body === undefined
      ? {}
      : { body: body instanceof Uint8Array ? (body as BodyInit) : JSON.stringify(body) }),
  };
  const asked = await ask(
    address(endpoint.path, params),
    request,
    isFile(endpoint.path) ? FILE_MS : undefined,
  );
  const answer = asked ? answerIn(asked.text) : undefined;
  if (!asked || answer === undefined) throw new ApiError(unreachable);
  if (!asked.response.ok) throw new ApiError(answer as Problem);
  if (isSession(answer)) takeSession(answer);
  return answer as z.output<R>;
}

/**
 * Sends a request of the contract. It ends within a bounded time, whatever becomes of the line. A page that was opened
 * from what is kept here holds no token yet, and one that was open for long an old one: the session brings the new one.
 * @throws ApiError for every answer that is not a success
 */
export async function call<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  endpoint: Endpoint<P, B, R>,
  input: Input<P, B>,
): Promise<z.output<R>> {
  try {
    return await send(endpoint, input);
  } catch (error) {
    if (!(error instanceof ApiError)) throw error;
    if (error.problem.type === PROBLEM_TYPES.confirmPassword && (await askPassword()))
      return send(endpoint, input);
    if (error.problem.type !== PROBLEM_TYPES.outOfDate) throw error;
    const { person } = await send(sessionApi.read, {});
    if (person?.id !== own) throw error;
    return send(endpoint, input);
  }
}

declare module "@tanstack/react-query" {
  interface Register {
    /** What an answer of the studio was put together from. */
    queryMeta: { readonly reads: readonly Touched[] };
  }
}

/** Where the answer of a request is kept between visits. */
export const keyOf = (endpoint: Endpoint, params: Readonly<Record<string, unknown>> = {}) => [
  address(endpoint.path, params),
];

/** How an answer is kept, and what it was put together from. */
const keptAs = (endpoint: Endpoint, params: Readonly<Record<string, unknown>> = {}) => ({
  queryKey: keyOf(endpoint, params),
  meta: { reads: touchedBy(endpoint.reads, params) },
});

/** Reads with an endpoint and keeps the answer. */
export function useApi<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  endpoint: Endpoint<P, B, R>,
  input: Input<P, B>,
  options: { enabled?: boolean } = {},
) {
  const { params } = input as { params?: Record<string, unknown> };
  return useQuery<z.output<R>, ApiError>({
    ...keptAs(endpoint, params),
    queryFn: () => call(endpoint, input),
    ...options,
  });
}

/** Reads something that takes no parameters before a page asks for it. */
export const askAhead = (client: QueryClient, endpoint: Endpoint): Promise<void> =>
  client.prefetchQuery({
    ...keptAs(endpoint),
    queryFn: () => call(endpoint, { params: {}, body: undefined }),
  });

/** Reads several things of one sort; nothing until all are there. */
export function useApiOfEach<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  endpoint: Endpoint<P, B, R>,
  inputs: readonly Input<P, B>[],
): readonly z.output<R>[] | undefined {
  return useQueries({
    queries: inputs.map((input) => ({
      ...keptAs(endpoint, (input as { params?: Record<string, unknown> }).params),
      queryFn: () => call(endpoint, input),
    })),
    combine: allThere<z.output<R>>,
  });
}

const allThere = <T>(results: readonly { readonly data: T | undefined }[]): readonly T[] | undefined => {
  const there = results.flatMap(({ data }) => (data === undefined ? [] : [data]));
  return there.length === results.length ? there : undefined;
};

/** What is not read again though it may be another now, by its address and what it was put together from. */
export type Except = (place: string, reads: readonly Touched[]) => boolean;

/**
 * Has what a change touches read again when next shown. What is asked for the first time and still on its way was
 * perhaps answered before the change, so it is read once more when it is here: by itself the client takes it for new.
 */
export function readAgain(
  client: QueryClient,
  changed: readonly Touched[],
  except: Except = () => false,
): Promise<void> {
  const predicate = ({ queryKey: [place], meta }: Query) => {
    const reads = meta?.reads ?? [];
    return meets(reads, changed) && !except(String(place), reads);
  };
  const first = client.getQueryCache().findAll({ predicate, fetchStatus: "fetching" });
  for (const query of first) {
    if (query.state.data !== undefined) continue;
    const again = () => client.invalidateQueries({ queryKey: query.queryKey, exact: true });
    void query.promise?.then(again, again);
  }
  return client.invalidateQueries({ predicate });
}

/** Changes something with an endpoint; what it touches is read again, but not what it takes away. */
export function useChange<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  endpoint: Endpoint<P, B, R>,
) {
  const client = useQueryClient();
  return useMutation<z.output<R>, ApiError, Input<P, B>>({
    mutationFn: (input) => call(endpoint, input),
    onSuccess: (_answer, input) => {
      const { params } = input as { params?: Record<string, unknown> };
      const gone = endpoint.method === "DELETE" ? address(endpoint.path, params) : null;
      return readAgain(
        client,
        touchedBy(endpoint.changes, params),
        (place) => gone !== null && place.startsWith(gone),
      );
    },
  });
}

/** Whether the password was right, and something beside it is asked. */
export const isShowMore = (error: unknown): error is ApiError =>
  error instanceof ApiError && error.problem.type === PROBLEM_TYPES.showMore;
export const isStale = (error: unknown): error is ApiError =>
  error instanceof ApiError && error.problem.type === PROBLEM_TYPES.stale;
export const fieldErrors = (error: unknown): readonly FieldError[] =>
  error instanceof ApiError ? (error.problem.errors ?? []) : [];
export const errorText = (error: unknown): string =>
  error instanceof ApiError ? error.problem.detail : "Something went wrong. Try again.";
