import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import type { Express } from "express";
import type { Database } from "../src/index.ts";
import { TASKS } from "../src/work/tasks.ts";
import type { Workers } from "../src/work/work.ts";

/** The same tasks in the thread of the test and on its connection: no thread has to read the whole server first. */
export const workHere = (db: Database): Workers =>
  ({
    run: (name: keyof typeof TASKS, ...rest: unknown[]) =>
      (TASKS[name] as (database: Database, ...given: unknown[]) => Promise<unknown>)(db, ...rest),
    close: async () => undefined,
  }) as unknown as Workers;

/** Serves an application on a port of its own. @returns its address, and how it ends */
export async function listenWith(app: Express): Promise<{ address: string; stop: () => Promise<void> }> {
  const server = await new Promise<Server>((resolve) => {
    const listening = app.listen(0, "127.0.0.1", () => resolve(listening));
  });
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    stop: () => new Promise((resolve) => server.close(() => resolve())),
  };
}
