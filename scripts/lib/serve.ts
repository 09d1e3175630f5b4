import { type ChildProcess, fork } from "node:child_process";
import { createServer } from "node:net";
import { buildServer, SERVER_MAIN, WEB_ROOT } from "./build.ts";

const isFree = (port: number): Promise<boolean> =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once("error", () => resolve(false));
    probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(true)));
  });

/** The port asked for, or the next one that nobody uses. */
export async function pickPort(wanted: number): Promise<number> {
  for (let port = wanted; port < wanted + 50; port++) if (await isFree(port)) return port;
  throw new Error(`No port from ${wanted} to ${wanted + 49} is free.`);
}

/** The port named in the settings. @throws when it is none */
export function portFrom(text: string | undefined, otherwise: number): number {
  if (text === undefined || text.trim() === "") return otherwise;
  const port = Number(text);
  if (Number.isInteger(port) && port >= 0 && port <= 65_535) return port;
  throw new Error(`PORT is “${text}”; it must be a whole number from 0 to 65535.`);
}

/**
 * Room for what a request makes and drops again, in MB. With the engine's own 16 it is cleared often while requests
 * are under way, and what they still hold is moved to where clearing stops everybody for a tenth of a second.
 */
const YOUNG_SPACE_MB = 64;

export interface Server {
  readonly port: number;
  readonly child: ChildProcess;
  /** Lets requests under way end, then ends the server. */
  readonly stop: () => Promise<void>;
}

/** Runs the server as a process of its own, built if it is not, and waits until it listens. */
export function startServer(settings: NodeJS.ProcessEnv): Promise<Server> {
  buildServer();
  // What loads TypeScript in whoever starts it, the built server needs no more than its threads do.
  const env = { ...process.env, NODE_OPTIONS: "", WEB_ROOT, ...settings };
  // A group of its own: Ctrl-C reaches only the script that started it, which then stops all in order.
  const child = fork(SERVER_MAIN, {
    execArgv: [`--max-semi-space-size=${YOUNG_SPACE_MB}`, "--enable-source-maps"],
    env,
    detached: true,
  });
  const ended = new Promise<void>((resolve) => child.once("exit", () => resolve()));
  const stop = async () => {
    child.kill("SIGTERM");
    const impatient = setTimeout(() => child.kill("SIGKILL"), 8000);
    await ended;
    clearTimeout(impatient);
  };
  return new Promise((resolve, reject) => {
    child.once("message", (message) => resolve({ port: (message as { port: number }).port, child, stop }));
    child.once("exit", (code) => reject(new Error(`The server ended with code ${code} before it listened.`)));
  });
}
