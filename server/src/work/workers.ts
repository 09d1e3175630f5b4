import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import { Piscina } from "piscina";
import { HttpProblem, unavailable } from "../http/problems.ts";
import { whoAsks } from "../http/request.ts";
import type { Order, TaskArguments, TaskName, TaskResult } from "./tasks.ts";
import type { Done } from "./worker.ts";

/** Threads that do what would hold up everybody else. */
export interface Workers {
  /** @throws the problem that the task answers with */
  readonly run: <N extends TaskName>(name: N, ...rest: TaskArguments<N>) => Promise<TaskResult<N>>;
  readonly close: () => Promise<void>;
}

/** More than so many tasks in line are sent away rather than kept waiting. */
const LONGEST_LINE = 40;

/** The threads of a server; the first one starts with the first task. */
export function openWorkers(databaseUrl: string): Workers {
  let pool: Piscina<Order, Done> | null = null;
  const open = () => {
    pool ??= new Piscina<Order, Done>({
      filename: fileURLToPath(new URL("./worker.ts", import.meta.url)),
      execArgv: ["--import", "tsx"],
      workerData: { databaseUrl },
      minThreads: 1,
      maxThreads: Math.max(1, availableParallelism() - 1),
      maxQueue: LONGEST_LINE,
    });
    return pool;
  };
  return {
    run: async <N extends TaskName>(name: N, ...rest: TaskArguments<N>) => {
      const threads = open();
      if (threads.queueSize >= LONGEST_LINE) throw unavailable();
      const done = await threads.run({ name, arguments: rest, person: whoAsks() });
      if ("problem" in done) throw new HttpProblem(done.problem);
      return done.value as TaskResult<N>;
    },
    close: async () => {
      await pool?.destroy();
    },
  };
}
