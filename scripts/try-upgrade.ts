import { execFileSync, fork } from "node:child_process";
import { randomUUID } from "node:crypto";
import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { DEMO_PASSWORD } from "@map-step/demo";
import { migrate } from "@map-step/server";
import { buildWeb, WEB_ROOT } from "./lib/build.ts";
import { startCluster, twoRoles } from "./lib/cluster.ts";
import { pickPort, startServer } from "./lib/serve.ts";

/**
 * Tries an upgrade as docs/deploy.md describes it, from an older revision of this repository: while two processes of the
 * older one are read from and written to, the tables are brought up to date by this one; then the processes are
 * exchanged one after the other.
 */
const from = process.argv[3];
if (!from) {
  console.error("Which revision is upgraded? For example: npm run try-upgrade -- HEAD~20");
  process.exit(2);
}
const TODAY = "2027-02-16";
const [VISITORS, PHASE_MS] = [4, 6_000];
const folder = mkdtempSync(join(tmpdir(), "map-step-upgrade-"));
chmodSync(folder, 0o755); // as root, the database runs as another user
const older = join(folder, "older");
const git = (...args: readonly string[]) => execFileSync("git", args, { encoding: "utf8" });
git("worktree", "add", "--detach", older, from);
console.log(`Installing ${from} beside this one …`);
execFileSync("npm", ["install", "--no-audit", "--no-fund"], { cwd: older, stdio: "ignore" });
await buildWeb();
const cluster = await startCluster(join(folder, "data"), { throwaway: true });
const url = await cluster.database("upgrade");
const settings = {
  DATABASE_URL: url,
  SESSION_SECRET: "of a studio that is gone in an hour",
  STUDIO_TODAY: TODAY,
  LOG_LEVEL: "silent",
};

/** Lays the demo studio as the older revision has it. */
execFileSync(
  process.execPath,
  [
    ...["--import", "tsx", "--input-type=module", "-e"],
    `import { loadDemoIfNew } from "@map-step/demo"; await loadDemoIfNew(${JSON.stringify(url)}, "${TODAY}");`,
  ],
  { cwd: join(older, "scripts"), stdio: "inherit" },
);

/** A process of the older revision. */
function startOlder(port: number): Promise<{ readonly stop: () => Promise<void> }> {
  const child = fork("server/src/main.ts", {
    cwd: older,
    execArgv: ["--import", "tsx"],
    env: { ...process.env, ...settings, PORT: String(port), WEB_ROOT },
    detached: true,
  });
  const ended = new Promise<void>((resolve) => child.once("exit", () => resolve()));
  const stop = async () => {
    child.kill("SIGTERM");
    await ended;
  };
  return new Promise((resolve, reject) => {
    child.once("message", () => resolve({ stop }));
    child.once("exit", (code) => reject(new Error(`The older server ended with code ${code}.`)));
  });
}

interface Asked {
  readonly phase: string;
  readonly what: string;
  readonly status: number;
}
const asked: Asked[] = [];
/** That another visitor saved a plan first is no fault. */
const isBad = ({ status }: Asked): boolean => status === 0 || (status >= 400 && status !== 409);
let phase = "older alone";
let over = false;

async function visit(port: number): Promise<void> {
  const headers: Record<string, string> = { "content-type": "application/json", "x-csrf-token": "" };
  const send = async (method: string, path: string, body?: unknown) => {
    const request = { method, headers, ...(body ? { body: JSON.stringify(body) } : {}) };
    const during = phase;
    const answer = await fetch(`http://127.0.0.1:${port}/api${path}`, request).catch(() => null);
    // While a process is exchanged its own port is closed; the proxy would ask the other one.
    if (answer || during !== "exchange")
      asked.push({ phase: during, what: `${method} ${path}`, status: answer?.status ?? 0 });
    const json = (await answer?.json().catch(() => null)) as Record<string, unknown> | undefined;
    return { status: answer?.status ?? 0, json, cookies: answer?.headers.getSetCookie() ?? [] };
  };
  const signIn = async () => {
    const entered = await send("POST", "/session", {
      email: "maro@saltglass.example",
      password: DEMO_PASSWORD,
    });
    headers.cookie = entered.cookies.map((line) => line.split(";")[0]).join("; ");
    headers["x-csrf-token"] = String(entered.json?.csrfToken ?? "");
  };
  await signIn();
  const sections = (await send("GET", "/sections")).json as unknown as {
    id: string;
    planId: string;
    levelId: string;
  }[];
  const section = sections[0];
  while (!over) {
    for (const path of [
      "/today",
      "/levels",
      "/sections",
      `/plans/${section?.planId}`,
      `/history/plans/${section?.planId}/0`,
    ])
      await send("GET", path);
    const value = { kind: "note", text: "Noted in the middle of it", figureId: null };
    await send("POST", `/sections/${section?.id}/lessons/6/log`, {
      entries: [
        {
          id: randomUUID(),
          kind: "remark",
          target: randomUUID(),
          value,
          after: null,
          at: new Date().toISOString(),
        },
      ],
    });
    const { json: plan, status } = await send("GET", `/plans/${section?.planId}`);
    if (status === 200 && plan) {
      const { version, chosen, special, muted, away } = plan;
      await send("PUT", `/plans/${section?.planId}`, { version, chosen, special, muted, away });
    }
    await pause(50);
  }
}

const ports = [await pickPort(4700), await pickPort(4760)] as const;
let failed = true;
try {
  const olders = [await startOlder(ports[0]), await startOlder(ports[1])] as const;
  const visits = Array.from({ length: VISITORS }, (_, index) => visit(ports[index % 2] ?? 0));
  await pause(PHASE_MS);
  phase = "while the tables are brought up to date";
  const ran = await migrate(url);
  phase = "older, on the new tables";
  await pause(PHASE_MS);
  const news = [];
  for (const [index, port] of ports.entries()) {
    phase = "exchange";
    await olders[index]?.stop();
    news.push(await startServer({ ...settings, ...twoRoles(url), PORT: String(port) }));
    phase = index === 0 ? "older and newer side by side" : "newer alone";
    await pause(PHASE_MS);
  }
  over = true;
  await Promise.all(visits);
  for (const server of news) await server.stop();
  console.log(`${ran.length} migrations ran: ${ran.join(", ") || "none"}`);
  for (const name of new Set(asked.map((one) => one.phase))) {
    const own = asked.filter((one) => one.phase === name);
    const bad = own.filter(isBad);
    console.log(`${String(own.length).padStart(6)} requests, ${bad.length} not answered well: ${name}`);
    for (const { what, status } of bad.slice(0, 5)) console.log(`        ${status} ${what}`);
  }
  failed = asked.some(isBad);
} finally {
  await cluster.stop();
  git("worktree", "remove", "--force", older);
  rmSync(folder, { recursive: true, force: true });
}
process.exit(failed ? 1 : 0);
