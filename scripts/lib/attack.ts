import { connect } from "node:net";
import { setTimeout as pause } from "node:timers/promises";
import { attackHeavily, attackSmallHeap } from "./attack-heavy.ts";
import { layTemplates, openStudio } from "./studios.ts";

/** One way that was tried, and what came of it. */
export interface Tried {
  readonly what: string;
  readonly found: string;
  readonly held: boolean;
}

interface Answer {
  readonly status: number;
  readonly body: Readonly<Record<string, unknown>>;
  readonly ms: number;
}

/** Somebody at the studio's address, with cookies and the token of a session. */
class Caller {
  #cookies = new Map<string, string>();
  #token = "";
  constructor(readonly address: string) {}

  get cookie(): string {
    return [...this.#cookies].map((pair) => pair.join("=")).join("; ");
  }

  async send(method: string, path: string, body?: unknown): Promise<Answer> {
    const began = performance.now();
    const response = await fetch(`${this.address}/api${path}`, {
      method,
      headers: {
        cookie: this.cookie,
        "x-csrf-token": this.#token,
        ...(body === undefined ? {} : { "content-type": "application/json" }),
      },
      ...(body === undefined ? {} : { body: typeof body === "string" ? body : JSON.stringify(body) }),
      signal: AbortSignal.timeout(60_000),
    });
    for (const line of response.headers.getSetCookie()) {
      const [, name = "", value = ""] = /^([^=]+)=([^;]*)/.exec(line) ?? [];
      this.#cookies.set(name, value);
    }
    const answer: unknown = await response.json().catch(() => ({}));
    const read = (typeof answer === "object" && answer !== null ? answer : {}) as Record<string, unknown>;
    if (typeof read.csrfToken === "string") this.#token = read.csrfToken;
    return { status: response.status, body: read, ms: performance.now() - began };
  }
}

interface Account {
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

/** How long somebody else waits for their page while something goes on, at worst, in milliseconds. */
async function slowestMeanwhile(who: Caller, work: Promise<unknown>): Promise<number> {
  let [isOver, slowest] = [false, 0];
  void work.finally(() => {
    isOver = true;
  });
  while (!isOver) {
    const { ms } = await who.send("GET", "/sections");
    slowest = Math.max(slowest, ms);
    await pause(50);
  }
  return slowest;
}

/** A line that is opened and never read. @returns how to let go of it */
function deafLine(address: string, cookie: string): Promise<() => void> {
  const { hostname, port } = new URL(address);
  return new Promise((resolve) => {
    const socket = connect(Number(port), hostname, () => {
      socket.write(`GET /api/changes HTTP/1.1\r\nHost: ${hostname}\r\nCookie: ${cookie}\r\n\r\n`);
      socket.pause();
      resolve(() => socket.destroy());
    });
    socket.on("error", () => undefined);
  });
}

/** How many lines the server holds open, by its own count: whoever reads nothing does not hear that it was closed. */
async function linesOpen(address: string): Promise<number> {
  const text = await (await fetch(`${address}/metrics`)).text();
  return Number(/^map_step_lines (\d+)$/m.exec(text)?.[1] ?? Number.NaN);
}

/** Each way to harm a studio that is known, on a throwaway one: bounded, on the loopback address only. */
export async function attack(): Promise<Tried[]> {
  const templates = await layTemplates();
  const studio = await openStudio(templates.demo);
  const { address } = studio;
  const tried: Tried[] = [];
  const note = (what: string, held: boolean, found: string) => void tried.push({ what, held, found });
  const enter = async (name: RegExp): Promise<Caller> => {
    const caller = new Caller(address);
    const { body } = await caller.send("GET", "/session");
    const account = (body.demoAccounts as Account[]).find((one) => name.test(one.name));
    await caller.send("POST", "/session", { email: account?.email, password: account?.password });
    return caller;
  };
  try {
    const director = await enter(/Maro/);
    const [teacher, other] = [await enter(/Ilse/), await enter(/Junia/)];
    const accounts = (await new Caller(address).send("GET", "/session")).body.demoAccounts as Account[];
    const boss = accounts.find(({ name }) => /Maro/.test(name));

    const alone = (await teacher.send("GET", "/sections")).ms;
    const stranger = new Caller(address);
    const deep = "[".repeat(8_000);
    const forty = Promise.all(Array.from({ length: 40 }, () => stranger.send("POST", "/session", deep)));
    const waited = await slowestMeanwhile(teacher, forty);
    const statuses = new Set((await forty).map(({ status }) => status));
    note(
      "forty strangers send 8 kB of [[[…",
      [...statuses].every((status) => status === 413 || status === 422),
      `answered ${[...statuses].join(", ")}; others waited ${waited.toFixed(0)} ms at worst, ${alone.toFixed(0)} alone`,
    );
    const nested = await teacher.send("POST", "/plans", `${"[".repeat(7_000)}${"]".repeat(7_000)}`);
    const inside = await teacher.send(
      "POST",
      "/comments",
      `{"text":${"[".repeat(7_000)}${"]".repeat(7_000)}}`,
    );
    note(
      "somebody signed in sends 7,000 levels",
      [nested, inside].every(({ status }) => status < 500),
      `answered ${nested.status} and ${inside.status}`,
    );
    const two = 2_000_000;
    const file = await director.send("POST", "/studio/file", `${"[".repeat(two)}${"]".repeat(two)}`);
    note(
      "a studio file two million deep",
      file.status < 500 && file.ms < 10_000,
      `${file.status} after ${file.ms.toFixed(0)} ms`,
    );

    for (let at = 0; at < 101; at++)
      await stranger.send("POST", "/session", {
        email: at % 2 ? boss?.email : `n${at}@nobody.example`,
        password: "not it",
      });
    const right = await new Caller(address).send("POST", "/session", {
      email: boss?.email,
      password: boss?.password,
    });
    note(
      "101 wrong tries from the studio's own network",
      right.status === 200,
      `the director's right password: ${right.status}`,
    );
    for (let at = 0; at < 101; at++)
      await stranger.send("POST", "/session/forgotten", { email: `n${at}@nobody.example` });
    const after = await new Caller(address).send("POST", "/session", {
      email: boss?.email,
      password: boss?.password,
    });
    note(
      "101 forgotten passwords of nobody",
      after.status === 200,
      `the director's right password: ${after.status}`,
    );

    const [section] = (await fetchList(director, "/sections")) as { id: string; planId: string }[];
    const edges: number[] = [];
    for (const number of [2_147_483_647, 2_147_483_648, 9_007_199_254_740_991, 1e30, -1])
      for (const [method, path, body] of [
        ["PUT", `/sections/${section?.id}`, { version: number }],
        ["PUT", `/plans/${section?.planId}`, { version: number }],
        ["GET", `/sections/${section?.id}/lessons/${number}`, undefined],
        ["GET", `/history/plans/${section?.planId}/${number}`, undefined],
        ["POST", "/history/seen", { upTo: number }],
      ] as const)
        edges.push((await director.send(method, path, body)).status);
    note(
      "whole numbers at the edge of the database",
      edges.every((status) => status < 500),
      `${edges.length} requests, the worst ${Math.max(...edges)}`,
    );

    const letGo = await deafLine(address, teacher.cookie);
    await pause(500);
    const before = await linesOpen(address);
    const place = `/${"x".repeat(190)}`;
    let looks = 0;
    for (; looks < 40_000 && (await linesOpen(address)) > 0; looks += 200)
      await Promise.all(Array.from({ length: 200 }, () => other.send("POST", "/changes/look", { place })));
    const still = await linesOpen(address);
    note("a line that never reads", before === 1 && still === 0, `${still} open after ${looks} looks`);
    letGo();

    await attackHeavily(address, director.cookie, teacher.cookie, note);
    await attackSmallHeap(templates.demo, note);

    const [mine, theirs] = await classesOf(director, teacher, other);
    const [student] = (await fetchList(director, `/sections/${theirs}/students`)) as {
      id: string;
      personId: string;
      name: string;
      role: string;
    }[];
    await other.send("POST", `/sections/${mine}/enrolments`, {
      from: "2027-02-01",
      students: [{ studentId: student?.id, name: student?.name, role: student?.role }],
    });
    const seen = await other.send("GET", `/students/${student?.personId}/evidence`);
    const list = (seen.body.evidence as { readonly id: string }[] | undefined) ?? [];
    note(
      "a teacher enrols somebody else's student to read what was noted",
      seen.status === 200 && list.length === 0,
      `${seen.status}, ${list.length} entries`,
    );
    return tried;
  } finally {
    await studio.stop();
    await templates.stop();
  }
}

async function fetchList(who: Caller, path: string): Promise<unknown[]> {
  const response = await fetch(`${who.address}/api${path}`, { headers: { cookie: who.cookie } });
  const list: unknown = await response.json();
  return Array.isArray(list) ? list : [];
}

/** A class that the second teaches and the first does not, and one the other way round. */
async function classesOf(director: Caller, one: Caller, other: Caller): Promise<(string | undefined)[]> {
  const sections = (await fetchList(director, "/sections")) as { id: string; teacherIds: string[] }[];
  const idOf = async (who: Caller) => ((await who.send("GET", "/session")).body.person as { id: string }).id;
  const [first, second] = [await idOf(one), await idOf(other)];
  return [
    sections.find(({ teacherIds }) => teacherIds.includes(second) && !teacherIds.includes(first))?.id,
    sections.find(({ teacherIds }) => teacherIds.includes(first) && !teacherIds.includes(second))?.id,
  ];
}
