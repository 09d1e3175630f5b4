import { workerData } from "node:worker_threads";
import { openDatabase } from "../db/connection.ts";
import { HttpProblem } from "../http/problems.ts";
import { asPerson } from "../http/request.ts";
import { TASKS } from "./tasks.ts";
import type { Done, Order } from "./work.ts";

const { databaseUrl, today } = workerData as { readonly databaseUrl: string; readonly today?: string };
const db = openDatabase(databaseUrl, { connections: 2, today });

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
