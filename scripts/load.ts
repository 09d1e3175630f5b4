import { readFileSync } from "node:fs";
import { availableParallelism, cpus, totalmem } from "node:os";
import { setTimeout as pause } from "node:timers/promises";
import pg from "pg";
import { comparedIfAsked } from "./lib/against.ts";
import { BIG_TODAY, openBigStudio } from "./lib/big.ts";
import { watchMachine } from "./lib/busy.ts";
import { twoRoles } from "./lib/cluster.ts";
import { keepLine } from "./lib/line.ts";
import { DOINGS, type Doing, type Person, type Section, signIn, TURNS } from "./lib/load-people.ts";
import { numbersFrom } from "./lib/numbers.ts";
import { startServer } from "./lib/serve.ts";

/** Bars of design 8 for fifty people, in milliseconds. */
const BAR = { p95: 50, p99: 150, heard: 1_000 };
/** A busy person does something about this often, in milliseconds. */
const EVERY_MS = 2_000;
/** So many accounts the large studio has; others sign in as one of them once more. */
const ACCOUNTS = 50;
const WARM_MS = 20_000;
const MEASURED_MS = 40_000;

interface Measured {
  readonly name: string;
  readonly ms: number;
  readonly status: number;
  readonly body: unknown;
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

/** What one person does once, and how long its last request took. */
async function act(
  person: Person,
  doing: Doing,
  next: (below: number) => number,
): Promise<Omit<Measured, "name">> {
  const send = async ([method, path, body]: ReturnType<Doing["what"]>) => {
    const start = performance.now();
    const answer = await person.send(method, path, body);
    return { answer, ms: performance.now() - start };
  };
  const first = await send(doing.what(person, next));
  if (!doing.after || first.answer.status >= 400)
    return { ms: first.ms, status: first.answer.status, body: first.answer.body };
  const { answer, ms } = await send(doing.after(first.answer, person, next));
  return { ms, status: answer.status, body: answer.body };
}

comparedIfAsked("load");
console.log("Laying a large studio …");
const studio = await openBigStudio();
const settings = {
  ...twoRoles(studio.url),
  SESSION_SECRET: "of a studio that is gone in an hour",
  STUDIO_TODAY: BIG_TODAY,
  LOG_LEVEL: "error",
  TRUST_PROXY: "true",
  PORT: "0",
};
const servers = [await startServer(settings), await startServer(settings)];
const ports = servers.map(({ port }) => port);
const portOf = (index: number): number => ports[index % ports.length] ?? 0;
const machine = `${availableParallelism()} × ${cpus()[0]?.model.trim() ?? "processor"}, ${Math.round(totalmem() / 2 ** 30)} GB`;
let failed = false;
try {
  const first = await signIn(portOf(0), "person1@big.example");
  const sections = (await first.send("GET", "/sections")).body as Section[];
  const levels = (await first.send("GET", "/levels")).body as { id: string; danceId: string }[];
  const danceOf = new Map(levels.map(({ id, danceId }) => [id, danceId]));
  for (const people of [50, 200]) {
    const all: Person[] = [];
    const heardAt = new Map<string, number>();
    const hangUps: (() => void)[] = [];
    let told = 0;
    for (let index = 0; index < people; index++) {
      const section = sections[index % sections.length] as Section;
      const account = `person${1 + (index % ACCOUNTS)}@big.example`;
      const dance = danceOf.get(section.levelId) ?? "";
      const person = { section, dance, ...(await signIn(portOf(index), account)) };
      all.push(person);
      const isOther = index % ports.length === 1;
      hangUps.push(
        keepLine(
          () => `http://127.0.0.1:${portOf(index)}/api/changes`,
          async () => person.headers,
          ({ event, data }) => {
            told += 1;
            if (isOther && event === "change" && data.thingId && !heardAt.has(data.thingId))
              heardAt.set(data.thingId, performance.now());
          },
        ),
      );
    }
    const measured: Measured[] = [];
    const said: { readonly id: string; readonly at: number }[] = [];
    const begin = performance.now();
    const before = await statementsOf(studio.url);
    const busy = watchMachine();
    await Promise.all(
      all.map(async (person, index) => {
        const next = numbersFrom(1 + index);
        await pause(next(EVERY_MS));
        while (performance.now() - begin < WARM_MS + MEASURED_MS) {
          const doing = TURNS[next(TURNS.length)] as Doing;
          const start = performance.now();
          const one = await act(person, doing, next);
          if (start - begin > WARM_MS) {
            measured.push({ ...one, name: doing.name });
            // Only what was said at one process and is heard at the other.
            if (doing.name === "comment" && one.status < 400 && index % ports.length === 0)
              said.push({ id: (one.body as { id: string }).id, at: performance.now() });
          }
          await pause(EVERY_MS / 2 + next(EVERY_MS));
        }
      }),
    );
    await pause(1_000);
    for (const hangUp of hangUps) hangUp();
    const transactions = (await statementsOf(studio.url)) - before;
    console.log(
      `\n${people} people at two processes, each with a session of their own, one request about every ${EVERY_MS / 1000} s, ${hangUps.length} lines open`,
    );
    console.log(`${machine}; the people run on it too; ${busy()}\n`);
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
    const lags = said
      .map(({ id, at: from }) => (heardAt.get(id) ?? Number.POSITIVE_INFINITY) - from)
      .sort((a, b) => a - b);
    const good =
      at(times, 0.95) <= BAR.p95 &&
      at(times, 0.99) <= BAR.p99 &&
      at(lags, 1) <= BAR.heard &&
      measured.every(({ status }) => status < 400);
    if (people === 50) failed ||= !good;
    const held =
      people === 50
        ? `; bars p95 ${BAR.p95} ms, p99 ${BAR.p99} ms, heard within ${BAR.heard} ms, no error: ${good ? "held" : "NOT held"}`
        : "";
    console.log(
      `a comment at one process is heard at the other after ${at(lags, 0.5).toFixed(0)} ms (half), ${at(lags, 1).toFixed(0)} ms (all ${lags.length}); ${told} events told in all`,
    );
    console.log(
      `${(measured.length / (MEASURED_MS / 1000)).toFixed(0)} requests a second, about ${(transactions / Math.max(1, measured.length)).toFixed(1)} transactions each; servers ${servers.map(({ child }) => memoryOf(child.pid ?? 0)).join(" and ")}${held}`,
    );
  }
} finally {
  for (const server of servers) await server.stop();
  await studio.stop();
}
process.exit(failed ? 1 : 0);
