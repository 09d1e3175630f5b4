import { type Endpoint, meets, type Problem, type Session, type Thing, touchedBy } from "@map-step/contract";
import type { z } from "zod";
import type { Database } from "../src/index.ts";

export interface Answer<T> {
  readonly status: number;
  readonly body: T;
  /** The same answer, read as an error. */
  readonly problem: Problem;
  readonly headers: Headers;
}

/** How many requests are on their way: with more than one, whose change it is cannot be told. */
let underWay = 0;

/** Holds that an endpoint changes what it says, and nothing else. @returns what to call when its answer is there */
async function holdChanges(
  db: Database,
  { method, path, changes }: Endpoint,
  params: Record<string, unknown>,
): Promise<() => Promise<void>> {
  const rows = async (sql: string) => (await db.sequelize.query(sql))[0] as { list: Thing; id: string }[];
  const [newest] = await rows("select 'staff' as list, coalesce(max(id), 0)::text as id from history");
  return async () => {
    if (underWay > 1) return;
    const told = await rows(`select list, thing_id as id from history where id > ${newest?.id}`);
    const touched = touchedBy(changes, params);
    const isSaid = ({ list, id }: { list: Thing; id: string }) => meets([[list, id]], touched);
    const unsaid = told.filter((one) => !isSaid(one)).map(({ list }) => list);
    if (unsaid.length > 0)
      throw new Error(`${method} ${path} changed ${[...new Set(unsaid)].join(", ")} and does not say so`);
  };
}

/** Somebody with a browser: keeps cookies and sends the token back. */
export class Visitor {
  #cookies = new Map<string, string>();
  #token = "";
  /** @param db where what was changed is looked up after each request; not at all without one */
  constructor(
    readonly address: string,
    readonly db: Database | null = null,
  ) {}

  async send(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<unknown>> {
    const cookie = [...this.#cookies].map((pair) => pair.join("=")).join("; ");
    const response = await fetch(`${this.address}/api${path}`, {
      method,
      headers: {
        cookie,
        "x-csrf-token": this.#token,
        ...(body === undefined ? {} : { "content-type": "application/json" }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: typeof body === "string" ? body : JSON.stringify(body) }),
    });
    for (const line of response.headers.getSetCookie()) {
      const [, name = "", value = ""] = /^([^=]+)=([^;]*)/.exec(line) ?? [];
      this.#cookies.set(name, value);
    }
    const answer: unknown = await response.json();
    if (typeof answer === "object" && answer !== null && "csrfToken" in answer)
      this.#token = (answer as Session).csrfToken;
    return { status: response.status, body: answer, problem: answer as Problem, headers: response.headers };
  }

  /** An answer that stays open. */
  open(path: string, signal: AbortSignal, headers: Record<string, string> = {}): Promise<Response> {
    const cookie = [...this.#cookies].map((pair) => pair.join("=")).join("; ");
    return fetch(`${this.address}/api${path}`, { headers: { cookie, ...headers }, signal });
  }

  async call<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
    endpoint: Endpoint<P, B, R>,
    { params = {}, body }: { params?: Record<string, unknown>; body?: z.input<B> } = {},
  ): Promise<Answer<z.output<R>>> {
    const { method, path } = endpoint;
    underWay += 1;
    try {
      const held = this.db && method !== "GET" ? await holdChanges(this.db, endpoint, params) : null;
      const answer = (await this.send(method, this.#fill(path, params), body)) as Answer<z.output<R>>;
      await held?.();
      return answer;
    } finally {
      underWay -= 1;
    }
  }

  /** What an endpoint answers. */
  async read<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
    endpoint: Endpoint<P, B, R>,
    params: Readonly<Record<string, unknown>> = {},
  ): Promise<z.output<R>> {
    return (await this.call(endpoint, { params })).body;
  }

  #fill(path: string, params: Record<string, unknown>): string {
    return path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(params[name])));
  }
}
