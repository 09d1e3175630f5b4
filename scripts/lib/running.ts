import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { DATA } from "./studio.ts";

const FILE = join(DATA, "running");

interface Running {
  /** The start script that keeps the server and its database going. */
  readonly pid: number;
  /** Where it listens; empty while it is starting. */
  readonly address: string;
}

const isAlive = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
  } catch {
    return false;
  }
  // A number that another program has by now is not ours.
  const command = `/proc/${pid}/cmdline`;
  return !existsSync(command) || readFileSync(command, "utf8").includes("run.mjs");
};

/** What was started from this folder and still runs; nothing of one that was killed. */
export function running(): Running | null {
  if (!existsSync(FILE)) return null;
  try {
    const told = JSON.parse(readFileSync(FILE, "utf8")) as Running;
    return told.pid !== process.pid && isAlive(told.pid) ? told : null;
  } catch {
    return null; // of an older build, or cut short
  }
}

export function tellRunning(address: string): void {
  mkdirSync(DATA, { recursive: true });
  writeFileSync(FILE, JSON.stringify({ pid: process.pid, address } satisfies Running));
}

export const forgetRunning = (): void => rmSync(FILE, { force: true });

/** Whether a Map Step answers there. */
export const answersAt = async (address: string): Promise<boolean> => {
  if (address === "") return false;
  const answer = await fetch(`${address}/api/session`, { signal: AbortSignal.timeout(5_000) }).catch(
    () => null,
  );
  return answer !== null;
};
