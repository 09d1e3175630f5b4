import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import { Agent, request } from "node:http";
import { availableParallelism, cpus, totalmem } from "node:os";
import { setTimeout as pause } from "node:timers/promises";
import { DEMO_PASSWORD } from "@map-step/demo";
import pg from "pg";
import { BIG_TODAY, openBigStudio } from "./lib/big.ts";
import { numbersFrom } from "./lib/numbers.ts";
import { startServer } from "./lib/serve.ts";

/** Bars of design 8 for fifty people, in milliseconds. */
const BAR = { p95: 50, p99: 150 };
/** A busy person does something about this often, in milliseconds. */
const EVERY_MS = 2_000;
const WARM_MS = 20_000;
const MEASURED_MS = 40_000;

interface Section {
  readonly id: string;
  readonly levelId: string;
  readonly planId: string;
  readonly teacherIds: readonly string[];
}

interface Answer {
  readonly status: number;
  readonly body: unknown;
  readonly cookies: readonly string[];
}

const agent = new Agent({ keepAlive: true, maxSockets: 400 });

/** One request to its last byte. */
function send(
  port: number,
  method: string,
  path: string,
  headers: Readonly<Record<string, string>>,
  body?: unknown,
): Promise<Answer> {
  const text = body === undefined ? undefined : JSON.stringify(body);
  return new Promise((resolve, reject) => {
    const asked = request(
      {
        agent,
        host: "127.0.0.1",
        port,
        method,
        path: `/api${path}`,
        headers: { ...headers, ...(text ? { "content-type": "application/json" } : {}) },
      },
      (answer) => {
        let whole = "";
        answer.setEncoding("utf8");
        answer.on("data", (part: string) => {
          whole += part;
        });
        answer.on("end", () =>
          resolve({
            status: answer.statusCode ?? 0,
            body: whole === "" ? null : JSON.parse(whole),
            cookies: answer.headers["set-cookie"] ?? [],
          }),
        );
      },
    );
    asked.on("error", reject);
    asked.end(text);
  });
}

interface Person {
  readonly section: Section;
  readonly dance: string;
  readonly send: (method: string, path: string, body?: unknown) => Promise<Answer>;
}

/** What people do on an evening, and how often of a hundred times. */
const DOINGS: readonly {
  readonly name: string;
  readonly times: number;
  readonly what: (person: Person, next: (below: number) => number) => readonly [string, string, unknown?];
}[] = [
  { name: "today", times: 10, what: () => ["GET", "/today"] },
  { name: "session", times: 4, what: () => ["GET", "/session"] },
  { name: "sections", times: 5, what: () => ["GET", "/sections"] },
  { name: "levels", times: 4, what: () => ["GET", "/levels"] },
  { name: "figures, in short", times: 4, what: () => ["GET", "/figures"] },
  { name: "figures of a dance", times: 6, what: ({ dance }) => ["GET", `/dances/${dance}/figures`] },
  { name: "plan", times: 8, what: ({ section }) => ["GET", `/plans/${section.planId}`] },
  {
    name: "lessons of a section",
    times: 9,
    what: ({ section }) => ["GET", `/sections/${section.id}/lessons`],
  },
  {
    name: "lesson",
    times: 16,
    what: ({ section }, next) => ["GET", `/sections/${section.id}/lessons/${1 + next(10)}`],
  },
  {
    name: "class log",
    times: 8,
    what: ({ section }, next) => ["GET", `/sections/${section.id}/lessons/${1 + next(10)}/log`],
  },
  {
    name: "note in class",
    times: 12,
    what: ({ section }) => [
      "POST",
      `/sections/${section.id}/lessons/10/log`,
      {
        entries: [
          {
            id: randomUUID(),
            kind: "remark",
            target: randomUUID(),
            value: { kind: "note", text: "They keep the count.", figureId: null },
            after: null,
            at: new Date().toISOString(),
          },
        ],
      },
    ],
  },
  {
    name: "recap",
    times: 5,
    what: ({ section }, next) => ["GET", `/sections/${section.id}/lessons/${1 + next(3)}/recap`],
  },
  { name: "checks", times: 5, what: ({ section }) => ["GET", `/sections/${section.id}/checks`] },
  { name: "students", times: 4, what: ({ section }) => ["GET", `/sections/${section.id}/students`] },
];
const TURNS = DOINGS.flatMap((doing) => Array<(typeof DOINGS)[number]>(doing.times).fill(doing));

async function signIn(port: number, email: string): Promise<Person["send"]> {
  const entered = await send(
    port,
    "POST",
    "/session",
    { "x-csrf-token": "" },
    { email, password: DEMO_PASSWORD },
  );
  if (entered.status !== 200) throw new Error(`${email} could not sign in: ${entered.status}`);
  const cookie = entered.cookies.map((line) => line.split(";")[0] ?? "").join("; ");
  const headers = { cookie, "x-csrf-token": (entered.body as { csrfToken: string }).csrfToken };
  return (method, path, body) => send(port, method, path, headers, body);
}

interface Measured {
  readonly name: string;
  readonly ms: number;
  readonly status: number;
}

const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;

function row(name: string, some: readonly Measured[]): string {
  const times = some.map(({ ms }) => ms).sort((a, b) => a - b);
  const bad = some.filter(({ status }) => status >= 400).length;
  const of = (share: number) => `${at(times, share).toFixed(0)} ms`.padStart(8);
  return `${name.padEnd(24)}${String(some.length).padStart(7)}${of(0.5)}${of(0.95)}${of(0.99)}${String(bad).padStart(8)}`;
}

const memoryOf = (pid: number): string => {
  const [, kB = "0"] = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8")) ?? [];
  return `${Math.round(Number(kB) / 1024)} MB`;
};

/** Queries by route are counted for each page by `npm test`; here their sum, by the database's own count. */
async function statementsOf(url: string): Promise<number> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query<{ n: string }>(
    "select sum(xact_commit + xact_rollback) as n from pg_stat_database where datname = current_database()",
  );
  await client.end();
  return Number(rows[0]?.n ?? 0);
}

console.log("Laying a large studio …");
const studio = await openBigStudio();
const server = await startServer({
  DATABASE_URL: studio.url,
  SESSION_SECRET: "of a studio that is gone in an hour",
  STUDIO_TODAY: BIG_TODAY,
  LOG_LEVEL: "error",
  TRUST_PROXY: "true",
  PORT: "0",
});
const machine = `${availableParallelism()} × ${cpus()[0]?.model.trim() ?? "processor"}, ${Math.round(totalmem() / 2 ** 30)} GB`;
let failed = false;
try {
  const first = await signIn(server.port, "person1@big.example");
  const sections = (await first("GET", "/sections")).body as Section[];
  const levels = (await first("GET", "/levels")).body as { id: string; danceId: string }[];
  const danceOf = new Map(levels.map(({ id, danceId }) => [id, danceId]));
  for (const people of [50, 200]) {
    const all: Person[] = [];
    for (let index = 0; index < people; index++) {
      const section = sections[index % sections.length] as Section;
      const account = `person${1 + (index % 50)}@big.example`;
      const dance = danceOf.get(section.levelId) ?? "";
      all.push({ section, dance, send: await signIn(server.port, account) });
    }
    const measured: Measured[] = [];
    const begin = performance.now();
    const before = await statementsOf(studio.url);
    await Promise.all(
      all.map(async (person, index) => {
        const next = numbersFrom(1 + index);
        await pause(next(EVERY_MS));
        while (performance.now() - begin < WARM_MS + MEASURED_MS) {
          const doing = TURNS[next(TURNS.length)] as (typeof DOINGS)[number];
          const start = performance.now();
          const { status } = await person.send(...(doing.what(person, next) as [string, string, unknown?]));
          if (start - begin > WARM_MS)
            measured.push({ name: doing.name, ms: performance.now() - start, status });
          await pause(EVERY_MS / 2 + next(EVERY_MS));
        }
      }),
    );
    const transactions = (await statementsOf(studio.url)) - before;
    console.log(
      `\n${people} people, each with a session of their own, one request about every ${EVERY_MS / 1000} s`,
    );
    console.log(`${machine}; the people run on it too\n`);
    console.log("what                    requests     p50     p95     p99  errors");
    for (const { name } of DOINGS)
      console.log(
        row(
          name,
          measured.filter((one) => one.name === name),
        ),
      );
    console.log(row("all", measured));
    const times = measured.map(({ ms }) => ms).sort((a, b) => a - b);
    const good =
      at(times, 0.95) <= BAR.p95 &&
      at(times, 0.99) <= BAR.p99 &&
      measured.every(({ status }) => status < 400);
    if (people === 50) failed ||= !good;
    const told =
      people === 50
        ? `; bars p95 ${BAR.p95} ms, p99 ${BAR.p99} ms, no error: ${good ? "held" : "NOT held"}`
        : "";
    console.log(
      `${(measured.length / (MEASURED_MS / 1000)).toFixed(0)} requests a second, about ${(transactions / Math.max(1, measured.length)).toFixed(1)} transactions each; server ${memoryOf(server.child.pid ?? 0)}${told}`,
    );
  }
} finally {
  await server.stop();
  await studio.stop();
}
process.exit(failed ? 1 : 0);
