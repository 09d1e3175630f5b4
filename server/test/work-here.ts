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
