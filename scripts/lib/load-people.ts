import { randomUUID } from "node:crypto";
import { Agent, request } from "node:http";
import { DEMO_PASSWORD } from "@map-step/demo";

export interface Section {
  readonly id: string;
  readonly levelId: string;
  readonly planId: string;
  readonly teacherIds: readonly string[];
}

export interface Answer {
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

/** Somebody at work in the studio, with a section of their own. */
export interface Person {
  readonly section: Section;
  readonly dance: string;
  readonly send: (method: string, path: string, body?: unknown) => Promise<Answer>;
  readonly isDirector: boolean;
  /** The headers with which they ask. */
  readonly headers: Readonly<Record<string, string>>;
}

type Asked = readonly [method: string, path: string, body?: unknown];
export interface Doing {
  readonly name: string;
  readonly times: number;
  readonly what: (person: Person, next: (below: number) => number) => Asked;
  /** What is done with the answer of the first request, where that is only read. */
  readonly after?: (answer: Answer, person: Person, next: (below: number) => number) => Asked;
}

/** One of a plan's figures stands in another week: a director moves it, a teacher proposes it. */
function moved({ body }: Answer, { section, isDirector }: Person, next: (below: number) => number): Asked {
  const { version, chosen, special, muted, away } = body as {
    version: number;
    chosen: { week: number | null }[];
    [more: string]: unknown;
  };
  const at = next(Math.max(1, chosen.length));
  const others = chosen.map((entry, index) => (index === at ? { ...entry, week: 1 + next(8) } : entry));
  const base = { chosen, special, muted, away };
  const content = { ...base, chosen: others };
  if (isDirector) return ["PUT", `/plans/${section.planId}`, { version, ...content }];
  const thing = { list: "plans", thingId: section.planId, base, content };
  return ["POST", "/proposals", { ...thing, note: "Later is better.", state: "writing" }];
}

/** What people do on an evening, and how often. */
export const DOINGS: readonly Doing[] = [
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
  {
    name: "comment",
    times: 4,
    what: ({ section }) => [
      "POST",
      "/comments",
      {
        list: "plans",
        thingId: section.planId,
        week: 3,
        counts: null,
        replyTo: null,
        text: "Counts 3 to 4 come late.",
      },
    ],
  },
  {
    name: "move, or propose it",
    times: 4,
    what: ({ section }) => ["GET", `/plans/${section.planId}`],
    after: moved,
  },
  { name: "checks", times: 5, what: ({ section }) => ["GET", `/sections/${section.id}/checks`] },
  { name: "students", times: 4, what: ({ section }) => ["GET", `/sections/${section.id}/students`] },
];
export const TURNS = DOINGS.flatMap((doing) => Array<Doing>(doing.times).fill(doing));

/** Signs somebody in at a process. */
export async function signIn(
  port: number,
  email: string,
): Promise<Pick<Person, "send" | "headers" | "isDirector">> {
  const entered = await send(
    port,
    "POST",
    "/session",
    { "x-csrf-token": "" },
    { email, password: DEMO_PASSWORD },
  );
  if (entered.status !== 200) throw new Error(`${email} could not sign in: ${entered.status}`);
  const cookie = entered.cookies.map((line) => line.split(";")[0] ?? "").join("; ");
  const { csrfToken, person } = entered.body as { csrfToken: string; person: { role: string } };
  const headers = { cookie, "x-csrf-token": csrfToken };
  return {
    headers,
    isDirector: person.role === "director",
    send: (method, path, body) => send(port, method, path, headers, body),
  };
}
