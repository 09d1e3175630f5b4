import { workerData } from "node:worker_threads";
import { openDatabase } from "../db/connection.ts";
import { isUnavailable } from "../http/errors.ts";
import { HttpProblem, unavailable } from "../http/problems.ts";
import { asPerson } from "../http/request.ts";
import { TASKS } from "./tasks.ts";
import { type Done, ONLY_READS, type Order, type WorkerData } from "./work.ts";

const { databaseUrl, ...options } = workerData as WorkerData;
const db = openDatabase(databaseUrl, { connections: 2, ...options });

/** Runs in a thread of its own: does one task after the other with connections of its own. */
export default async function work({ name, arguments: rest, person }: Order): Promise<Done> {
  const task = TASKS[name] as (database: typeof db, ...given: readonly unknown[]) => Promise<unknown>;
  const run = () => asPerson(person, () => task(db, ...rest));
  try {
    // A connection that the database ended meanwhile shows only when it is used: what reads begins once more, on a new one.
    const value = await run().catch((error: unknown) => {
      if (!ONLY_READS.has(name) || !isUnavailable(error)) throw error;
      return run();
    });
    return { value };
  } catch (error) {
    if (error instanceof HttpProblem) return { problem: error.problem };
    // What an error is would be lost on its way out of the thread.
    if (isUnavailable(error)) return { problem: unavailable().problem };
    throw error;
  }
}
