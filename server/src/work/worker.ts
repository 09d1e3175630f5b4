import { workerData } from "node:worker_threads";
import type { Problem } from "@map-step/contract";
import { openDatabase } from "../db/connection.ts";
import { HttpProblem } from "../http/problems.ts";
import { asPerson } from "../http/request.ts";
import { type Order, TASKS } from "./tasks.ts";

/** What comes back from a thread: a value, or the problem that is the answer to the request. */
export type Done = { readonly value: unknown } | { readonly problem: Problem };

const db = openDatabase((workerData as { databaseUrl: string }).databaseUrl, { connections: 2 });

/** Runs in a thread of its own: does one task after the other with connections of its own. */
export default async function work({ name, arguments: rest, person }: Order): Promise<Done> {
  const task = TASKS[name] as (database: typeof db, ...given: readonly unknown[]) => Promise<unknown>;
  try {
    return { value: await asPerson(person, () => task(db, ...rest)) };
  } catch (error) {
    if (error instanceof HttpProblem) return { problem: error.problem };
    throw error;
  }
}
