import { spawnSync } from "node:child_process";
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { Agent, request as httpsRequest } from "node:https";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { migrate } from "@map-step/server";
import { ask, restore } from "./lib/backup.ts";
import { type Process, startNginx, startProcess, until } from "./lib/behind-nginx.ts";
import { buildWeb } from "./lib/build.ts";
import { startCluster, twoRoles } from "./lib/cluster.ts";
import { backUpNightly } from "./lib/nightly.ts";
import { pickPort } from "./lib/serve.ts";

/** Tries on this machine what docs/deploy.md describes: two processes behind nginx with HTTPS, and what befalls them. */
const PASSWORD = "forty quiet harbours";
const folder = mkdtempSync(join(tmpdir(), "map-step-deploy-"));
chmodSync(folder, 0o755);
const results: boolean[] = [];
const check = (what: string, holds: boolean, more = "") => {
  results.push(holds);
  console.log(`${holds ? "held  " : "FAILED"}  ${what}${more ? `: ${more}` : ""}`);
};

interface Answer {
  readonly status: number;
  readonly headers: Readonly<Record<string, string | string[] | undefined>>;
  readonly text: string;
}

const agent = new Agent({ keepAlive: true, rejectUnauthorized: false });
let site = 0;
let [cookie, token] = ["", ""];

function send(method: string, path: string, body?: unknown): Promise<Answer> {
  const text = body === undefined ? undefined : JSON.stringify(body);
  return new Promise((resolve, reject) => {
    const asked = httpsRequest(
      {
        agent,
        host: "127.0.0.1",
        port: site,
        method,
        path,
        headers: { cookie, "x-csrf-token": token, ...(text ? { "content-type": "application/json" } : {}) },
      },
      (answer) => {
        const parts: Buffer[] = [];
        answer.on("data", (part: Buffer) => parts.push(part));
        answer.on("error", reject);
        answer.on("end", () =>
          resolve({
            status: answer.statusCode ?? 0,
            headers: answer.headers,
            text: Buffer.concat(parts).toString(),
          }),
        );
      },
    );
    asked.on("error", reject);
    asked.end(text);
  });
}

/** A page that listens through the proxy: what came over its line. */
function listen(): { readonly heard: () => string; readonly close: () => void } {
  let heard = "";
  const asked = httpsRequest(
    { agent, host: "127.0.0.1", port: site, path: "/api/changes", headers: { cookie } },
    (answer) => answer.on("data", (part: Buffer) => (heard += part.toString())),
  );
  asked.on("error", () => undefined);
  asked.end();
  return { heard: () => heard, close: () => asked.destroy() };
}

/** Goes on asking and changing while something happens; how many were answered well, and what was not. */
async function meanwhile(work: () => Promise<void>): Promise<{ good: number; bad: string[] }> {
  const bad: string[] = [];
  let [good, going, number] = [0, true, 0];
  const ask = async (method: string, path: string, body?: unknown) => {
    const { status } = await send(method, path, body).catch((error: Error) => ({ status: error.message }));
    if (status === 200) good += 1;
    else bad.push(`${method} ${path} ${status}`);
  };
  const visitor = async (which: number) => {
    while (going) {
      await ask("GET", "/api/sections");
      number += 1;
      await ask("POST", "/api/rooms", {
        name: `Room ${which}.${number}.${Date.now()}`,
        places: null,
        note: "",
      });
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  };
  const visitors = [1, 2, 3, 4].map(visitor);
  await work();
  going = false;
  await Promise.all(visitors);
  return { good, bad };
}

const told = ({ good, bad }: { good: number; bad: string[] }) =>
  `${good} requests answered, ${bad.length} not${bad.length > 0 ? ` (${bad.slice(0, 3).join("; ")})` : ""}`;

buildWeb();
const cluster = await startCluster(folder, { throwaway: true });
const url = await cluster.database("studio");
await migrate(url);
const ports = [await pickPort(14_401), await pickPort(14_451)] as const;
const nginx = await startNginx(folder, ports);
site = nginx.https;
const settings = {
  ...twoRoles(url),
  SESSION_SECRET: "only to try it, but long enough for that",
  SECURE_COOKIES: "true",
  TRUST_PROXY: "1",
  PUBLIC_URL: `https://127.0.0.1:${site}`,
};
const start = (port: number) => startProcess(port, settings);
const logs: string[] = [];
let processes: [Process, Process] = [await start(ports[0]), await start(ports[1])];
const end = async (one: Process, signal: NodeJS.Signals) => {
  one.child.kill(signal);
  const code = await one.ended;
  logs.push(one.log());
  return code;
};

try {
  const plain = await fetch(`http://127.0.0.1:${nginx.http}/levels`, { redirect: "manual" });
  check("plain HTTP leads to HTTPS", plain.headers.get("location")?.startsWith("https://") ?? false);
  const page = await send("GET", "/");
  const policy = String(page.headers["content-security-policy"]);
  check(
    "the page comes with its security policy",
    page.status === 200 && policy.includes("default-src 'self'"),
  );
  check("browsers are told to stay with HTTPS", page.headers["strict-transport-security"] !== undefined);
  check(
    "numbers about the server are not to be had from outside",
    (await send("GET", "/metrics")).status === 404,
  );
  check("and are on the machine", (await fetch(`http://127.0.0.1:${ports[0]}/metrics`)).ok);
  const first = await send("POST", "/api/setup", {
    studioName: "Corner Hall",
    timeZone: "Europe/Lisbon",
    name: "Bo Thistledown",
    email: "bo@cornerhall.example",
    password: PASSWORD,
  });
  const [set = ""] = (first.headers["set-cookie"] ?? []) as string[];
  check("the director is in, with a cookie for HTTPS only", /Secure/.test(set) && /HttpOnly/.test(set));
  [cookie, token] = [set.split(";")[0] ?? "", JSON.parse(first.text).csrfToken];

  const lines = [listen(), listen(), listen(), listen()];
  await until("open lines", async () => lines.every(({ heard }) => heard() !== ""));
  const began = Date.now();
  await send("POST", "/api/rooms", { name: "Loft", places: 12, note: "" });
  const hears = () => lines.every(({ heard }) => heard().includes('"list":"rooms"'));
  await until("a change on every line", async () => hears(), 5_000).catch(() => undefined);
  check(
    "a change is heard on every line through both processes within 1 s",
    hears() && Date.now() - began < 1000,
    `${Date.now() - began} ms`,
  );
  for (const { close } of lines) close();

  const rolling = await meanwhile(async () => {
    for (const at of [0, 1] as const) {
      const code = await end(processes[at], "SIGTERM");
      check(`process ${at + 1} stops in order`, code === 0, `exit code ${code}`);
      processes = processes.with(at, await start(ports[at])) as [Process, Process];
    }
  });
  check("both processes are exchanged while people work", rolling.bad.length === 0, told(rolling));

  const killed = await meanwhile(async () => {
    await end(processes[0], "SIGKILL");
    await new Promise((resolve) => setTimeout(resolve, 1500));
    processes = [await start(ports[0]), processes[1]];
  });
  const only = killed.bad.length <= 8 && killed.bad.every((line) => /POST|502|hang up/.test(line));
  check("one process is killed: only what it had in hand is not answered", only, told(killed));

  const nights = join(folder, "nights");
  const night = await backUpNightly(url, nights);
  check("a backup is proven in a database of its own", night.tables > 40, `${night.tables} tables the same`);
  const sums = () =>
    ask<{ sum: string }>(url, "select md5(string_agg(r::text, '' order by id)) as sum from rooms r").then(
      ([row]) => row?.sum,
    );
  const before = await sums();
  for (const one of processes) await end(one, "SIGTERM");
  await ask(url, "drop schema public cascade");
  await ask(url, "create schema public");
  await restore(url, join(nights, readdirSync(nights)[0] ?? ""));
  processes = [await start(ports[0]), await start(ports[1])];
  const back = await send("GET", "/api/rooms");
  check(
    "everything is wiped and restored: the rooms are the same, and who was signed in still is",
    back.status === 200 && (await sums()) === before,
    `${JSON.parse(back.text).length} rooms`,
  );

  for (const one of processes) logs.push(one.log());
  const secrets = [PASSWORD, settings.SESSION_SECRET, cookie.split("=")[1] ?? "?", token];
  const leaked = secrets.filter((secret) => logs.join("").includes(secret));
  check("no secret stands in what the processes wrote", leaked.length === 0);
  const analyze = spawnSync("systemd-analyze", ["--version"]);
  if (analyze.status === 0) {
    const units = readdirSync("deploy").filter((name) => /\.(service|timer)$/.test(name));
    const verified = spawnSync("systemd-analyze", ["verify", ...units.map((name) => join("deploy", name))]);
    check("systemd reads the units", verified.status === 0, verified.stderr.toString().split("\n")[0]);
  } else console.log("not tried: systemd's own check of the units, which is not on this machine");
} catch (error) {
  check(
    "the deployment could be tried to its end",
    false,
    error instanceof Error ? error.message : String(error),
  );
} finally {
  if (results.includes(false))
    console.log(readFileSync(join(folder, "error.log"), "utf8").split("\n").slice(-12).join("\n"));
  for (const { child } of processes) child.kill("SIGKILL");
  await nginx.stop();
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
}
process.exit(results.every(Boolean) ? 0 : 1);
