import { type ChildProcess, execFileSync, spawn } from "node:child_process";
import { chmodSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { needNginx } from "./packages.ts";
import { pickPort } from "./serve.ts";

/** A process of the server as systemd would start it. */
export interface Process {
  readonly port: number;
  readonly child: ChildProcess;
  /** Everything that it wrote. */
  readonly log: () => string;
  readonly ended: Promise<number | null>;
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Waits until something holds. @throws when it does not in time */
export async function until(what: string, holds: () => Promise<boolean>, patience = 30_000): Promise<void> {
  const end = Date.now() + patience;
  while (!(await holds().catch(() => false))) {
    if (Date.now() > end) throw new Error(`${what}: not within ${patience / 1000} s`);
    await pause(50);
  }
}

/** Starts `npm run serve` on a port and waits until it is ready. */
export async function startProcess(port: number, settings: NodeJS.ProcessEnv): Promise<Process> {
  let log = "";
  const child = spawn(process.execPath, ["scripts/run.mjs", "serve"], {
    env: { ...process.env, ...settings, PORT: String(port) },
    stdio: ["ignore", "pipe", "pipe"],
  });
  for (const stream of [child.stdout, child.stderr])
    stream.on("data", (part: Buffer) => {
      log += part.toString();
    });
  const ended = new Promise<number | null>((resolve) => child.once("exit", resolve));
  await until(`the process on port ${port}`, async () => {
    if (child.exitCode !== null) throw new Error(`it ended: ${log}`);
    return (await fetch(`http://127.0.0.1:${port}/api/ready`)).ok;
  });
  return { port, child, log: () => log, ended };
}

/** The proxy of `deploy/nginx.conf` on this machine, with a certificate of its own making. */
export async function startNginx(
  folder: string,
  ports: readonly [number, number],
): Promise<{ readonly http: number; readonly https: number; readonly stop: () => Promise<void> }> {
  const nginx = needNginx();
  const [http, https] = [await pickPort(18_080), await pickPort(18_443)];
  const [key, certificate] = [join(folder, "studio.key"), join(folder, "studio.crt")];
  execFileSync(
    "openssl",
    [
      ...["req", "-x509", "-newkey", "rsa:2048", "-nodes", "-days", "2", "-subj", "/CN=127.0.0.1"],
      ...["-addext", "subjectAltName=IP:127.0.0.1", "-keyout", key, "-out", certificate],
    ],
    { stdio: "ignore" },
  );
  const site = readFileSync("deploy/nginx.conf", "utf8")
    .replace("127.0.0.1:4401", `127.0.0.1:${ports[0]}`)
    .replace("127.0.0.1:4402", `127.0.0.1:${ports[1]}`)
    .replace("listen 80;", `listen 127.0.0.1:${http};`)
    .replace("listen 443 ssl http2;", `listen 127.0.0.1:${https} ssl http2;`)
    .replaceAll("studio.example", "127.0.0.1")
    .replace("/etc/map-step/studio.crt", certificate)
    .replace("/etc/map-step/studio.key", key);
  const own = ["body", "proxy", "fastcgi", "uwsgi", "scgi"].map((kind) => {
    const path = join(folder, kind);
    mkdirSync(path);
    chmodSync(path, 0o777);
    return `${kind === "body" ? "client_body" : kind}_temp_path ${path};`;
  });
  const file = join(folder, "nginx.conf");
  writeFileSync(
    file,
    `pid ${join(folder, "nginx.pid")};\nerror_log ${join(folder, "error.log")} warn;\nevents {}\nhttp {\naccess_log off;\n${own.join("\n")}\n${site}\n}\n`,
  );
  execFileSync(nginx, ["-t", "-q", "-c", file]);
  const child = spawn(nginx, ["-c", file, "-g", "daemon off;"], { stdio: "ignore" });
  const ended = new Promise((resolve) => child.once("exit", resolve));
  const address = `http://127.0.0.1:${http}/`;
  await until("nginx", async () => (await fetch(address, { redirect: "manual" })).status === 301);
  return {
    http,
    https,
    stop: async () => {
      child.kill("SIGQUIT");
      const impatient = setTimeout(() => child.kill("SIGKILL"), 3_000);
      await ended;
      clearTimeout(impatient);
    },
  };
}
