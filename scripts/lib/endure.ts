import { randomUUID } from "node:crypto";
import { chmodSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { DEMO_PASSWORD, loadDemoIfNew } from "@map-step/demo";
import pg from "pg";
import { startCluster } from "./cluster.ts";
import { numbersFrom } from "./numbers.ts";
import { startServer } from "./serve.ts";

const TODAY = "2027-02-16";
const WRITERS = 4;
/** So many more writes are acknowledged before each kill, so that it meets people at work also where all is slow. */
const WRITES_BETWEEN = 2 * WRITERS;

export interface Endured {
  /** Writes that were acknowledged, and how many of them are not there exactly once. */
  readonly acknowledged: number;
  readonly lost: number;
  readonly twice: number;
}

/** Somebody who notes remarks in a class, one after the other, and sends each again until it is acknowledged. */
async function writer(address: string, until: () => boolean, done: Set<string>): Promise<void> {
  const headers: Record<string, string> = { "content-type": "application/json", "x-csrf-token": "" };
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
  await signIn();
  const sections = (await (await send("GET", "/sections"))?.json()) as { id: string }[];
  const path = `/sections/${sections[0]?.id}/lessons/6/log`;
  while (!until()) {
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
    for (;;) {
      const answer = await send("POST", path, { entries: [entry] });
      if (answer?.ok) {
        await answer.text().then(
          () => done.add(id),
          () => undefined,
        );
        if (done.has(id)) break;
      } else if (answer?.status === 401 || answer?.status === 403) await signIn();
      else await pause(100);
    }
  }
}

/**
 * Kills the server and its database at random moments while several people write, starts them again, and counts what
 * of the acknowledged writes is there afterwards. Like at home, the database keeps every commit on the disk.
 */
export async function endure(serverKills: number, databaseKills: number): Promise<Endured> {
  const folder = mkdtempSync(join(tmpdir(), "map-step-endure-"));
  chmodSync(folder, 0o755); // as root, the database runs as another user
  const cluster = await startCluster(folder);
  const url = await cluster.database("endure");
  await loadDemoIfNew(url, TODAY);
  const settings = {
    DATABASE_URL: url,
    SESSION_SECRET: "of a studio that is gone in an hour",
    STUDIO_TODAY: TODAY,
    LOG_LEVEL: "silent",
  };
  let server = await startServer({ ...settings, PORT: "0" });
  const { port } = server;
  const next = numbersFrom(7);
  const done = new Set<string>();
  let over = false;
  const moreWrites = async (): Promise<void> => {
    const enough = done.size + WRITES_BETWEEN;
    while (done.size < enough) await pause(20);
    await pause(next(300));
  };
  const writers = Array.from({ length: WRITERS }, () => writer(`http://127.0.0.1:${port}`, () => over, done));
  for (let kill = 0; kill < serverKills; kill++) {
    await moreWrites();
    const ended = new Promise((resolve) => server.child.once("exit", resolve));
    server.child.kill("SIGKILL");
    await ended;
    server = await startServer({ ...settings, PORT: String(port) });
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
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query<{ id: string }>(
    "select id from class_entries where value ->> 'text' like 'Noted %'",
  );
  await client.end();
  await server.stop();
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
  const there = new Map<string, number>();
  for (const { id } of rows) there.set(id, (there.get(id) ?? 0) + 1);
  return {
    acknowledged: done.size,
    lost: [...done].filter((id) => !there.has(id)).length,
    twice: [...there.values()].filter((times) => times > 1).length,
  };
}
