import { randomUUID } from "node:crypto";
import { readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { DEMO_PASSWORD } from "@map-step/demo";
import pg from "pg";
import { startCluster, twoRoles } from "./cluster.ts";
import { keepLine } from "./line.ts";
import { numbersFrom } from "./numbers.ts";
import { type Server, startServer } from "./serve.ts";
import { copyOfDemo, TODAY } from "./studios.ts";

const WRITERS = 4;
/** So many more writes are acknowledged before each kill, so that it meets people at work also where all is slow. */
const WRITES_BETWEEN = 2 * WRITERS;

/** Tenths of a second for which news is waited: only what never comes is unheard. */
const MOST_WAITS = 1200;

export interface Endured {
  /** Writes that were acknowledged, and how many of them are not there exactly once. */
  readonly acknowledged: number;
  readonly lost: number;
  readonly twice: number;
  /** Acknowledged comments of which an open line never heard, though it was cut again and again. */
  readonly unheard: number;
}

const HEADERS = { "content-type": "application/json", "x-csrf-token": "" };

/** Somebody at one of the processes, who signs in again where the sign-in is gone. */
function visitor(address: string) {
  const headers: Record<string, string> = { ...HEADERS };
  const send = async (method: string, path: string, body?: unknown): Promise<Response | null> => {
    const request = { method, headers, signal: AbortSignal.timeout(15_000) };
    return fetch(`${address}/api${path}`, {
      ...request,
      ...(body ? { body: JSON.stringify(body) } : {}),
    }).catch(() => null);
  };
  const signIn = async (): Promise<void> => {
    const entered = await send("POST", "/session", {
      email: "maro@saltglass.example",
      password: DEMO_PASSWORD,
    });
    if (!entered?.ok) return;
    headers.cookie = entered.headers
      .getSetCookie()
      .map((line) => line.split(";")[0])
      .join("; ");
    headers["x-csrf-token"] = ((await entered.json()) as { csrfToken: string }).csrfToken;
  };
  /** Sends until it is answered. @returns the answer, read to its end */
  const insist = async (method: string, path: string, body: unknown): Promise<Record<string, unknown>> => {
    for (;;) {
      const answer = await send(method, path, body);
      if (answer?.ok) {
        const read = await answer.json().then(
          (json) => json as Record<string, unknown>,
          () => null,
        );
        if (read) return read;
      } else if (answer?.status === 401 || answer?.status === 403) await signIn();
      else await pause(100);
    }
  };
  return { headers, send, signIn, insist };
}

interface Written {
  /** Ids of what was acknowledged. */
  readonly noted: Set<string>;
  readonly said: Set<string>;
}

/**
 * Somebody who notes remarks in a class, one after the other, each sent until it is acknowledged, and now and then says
 * something about the plan.
 */
async function writer(address: string, until: () => boolean, { noted, said }: Written): Promise<void> {
  const { send, signIn, insist } = visitor(address);
  await signIn();
  const sections = (await (await send("GET", "/sections"))?.json()) as { id: string; planId: string }[];
  const section = sections[0];
  const path = `/sections/${section?.id}/lessons/6/log`;
  for (let turn = 0; !until(); turn++) {
    const id = randomUUID();
    const value = { kind: "note", text: `Noted ${id}`, figureId: null };
    const entry = {
      id,
      kind: "remark",
      target: randomUUID(),
      value,
      after: null,
      at: new Date().toISOString(),
    };
    await insist("POST", path, { entries: [entry] });
    noted.add(id);
    if (turn % 3 !== 2) continue;
    const about = { list: "plans", thingId: section?.planId, week: null, counts: null, replyTo: null };
    const comment = await insist("POST", "/comments", { ...about, text: `Said after ${id}` });
    said.add(String(comment.id));
  }
}

/** A page that stays open through it all: everything of which its line hears. */
function listener(address: string): { readonly heard: ReadonlySet<string>; readonly hangUp: () => void } {
  const heard = new Set<string>();
  const { headers, send, signIn } = visitor(address);
  const hangUp = keepLine(
    () => `${address}/api/changes`,
    async () => {
      const session = await send("GET", "/session");
      const { person } = ((await session?.json().catch(() => null)) ?? {}) as { person?: unknown };
      if (!person) await signIn();
      return headers;
    },
    ({ event, data }) => {
      if (event === "change" && data.thingId) heard.add(data.thingId);
    },
  );
  return { heard, hangUp };
}

/**
 * Kills server processes and their database at random moments while several people write at two processes, starts them
 * again, and counts what of the acknowledged writes is there afterwards, and what an open page heard of them. Like at
 * home, the database keeps every commit on the disk.
 */
export async function endure(serverKills: number, databaseKills: number): Promise<Endured> {
  const folder = await copyOfDemo();
  const cluster = await startCluster(folder);
  const url = await cluster.database("demo");
  const settings = {
    ...twoRoles(url),
    SESSION_SECRET: "of a studio that is gone in an hour",
    STUDIO_TODAY: TODAY,
    LOG_LEVEL: "silent",
  };
  const servers: [Server, Server] = [
    await startServer({ ...settings, PORT: "0" }),
    await startServer({ ...settings, PORT: "0" }),
  ];
  const addresses = servers.map(({ port }) => `http://127.0.0.1:${port}`);
  const next = numbersFrom(7);
  const written: Written = { noted: new Set(), said: new Set() };
  let over = false;
  const count = () => written.noted.size + written.said.size;
  const moreWrites = async (): Promise<void> => {
    const enough = count() + WRITES_BETWEEN;
    while (count() < enough) await pause(20);
    await pause(next(300));
  };
  const page = listener(addresses[0] ?? "");
  const writers = Array.from({ length: WRITERS }, (_, index) =>
    writer(addresses[index % addresses.length] ?? "", () => over, written),
  );
  // A line that never heard anything has no number to go on from: pages read all anew then.
  while (page.heard.size === 0) await pause(20);
  for (let kill = 0; kill < serverKills; kill++) {
    await moreWrites();
    const which = kill % 2 === 0 ? 0 : 1;
    const server = servers[which];
    const ended = new Promise((resolve) => server.child.once("exit", resolve));
    server.child.kill("SIGKILL");
    await ended;
    servers[which] = await startServer({ ...settings, PORT: String(server.port) });
  }
  for (let kill = 0; kill < databaseKills; kill++) {
    await moreWrites();
    const [pid = 0] = readFileSync(join(folder, "postgres/postmaster.pid"), "utf8").split("\n").map(Number);
    process.kill(pid, "SIGKILL");
    while (!(await cluster.revive().catch(() => false))) await pause(200);
  }
  await moreWrites();
  over = true;
  await Promise.all(writers);
  // What came last is told a moment later, and what was missed once the line is back.
  const unheard = () => [...written.said].filter((id) => !page.heard.has(id)).length;
  for (let wait = 0; unheard() > 0 && wait < MOST_WAITS; wait++) await pause(100);
  page.hangUp();
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query<{ id: string }>(
    "select id from class_entries where value ->> 'text' like 'Noted %' union all select id from comments",
  );
  await client.end();
  for (const server of servers) await server.stop();
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
  const there = new Map<string, number>();
  for (const { id } of rows) there.set(id, (there.get(id) ?? 0) + 1);
  const acknowledged = [...written.noted, ...written.said];
  return {
    acknowledged: acknowledged.length,
    lost: acknowledged.filter((id) => !there.has(id)).length,
    twice: [...there.values()].filter((times) => times > 1).length,
    unheard: unheard(),
  };
}
