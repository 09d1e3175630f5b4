import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import { Piscina } from "piscina";
import type { Config } from "../config.ts";
import { HttpProblem, unavailable } from "../http/problems.ts";
import { whoAsks } from "../http/request.ts";
import type { Done, Order, TaskName, Tasks, Workers } from "./work.ts";

/** More than so many tasks in line are sent away rather than kept waiting. */
const LONGEST_LINE = 40;

/** What a thread runs, as written or as built; the built one needs nothing to be read. */
const [WORKER, NEEDS] = import.meta.url.endsWith(".ts")
  ? [new URL("./worker.ts", import.meta.url), ["--import", "tsx"]]
  : [new URL("./worker.js", import.meta.url), []];

type WorkerConfig = Pick<Config, "DATABASE_URL" | "STUDIO_TODAY">;

/** The threads of a server; the first one starts with the first task. */
export function openWorkers({ DATABASE_URL, STUDIO_TODAY }: WorkerConfig): Workers {
  let pool: Piscina<Order, Done> | null = null;
  const open = () => {
    pool ??= new Piscina<Order, Done>({
      filename: fileURLToPath(WORKER),
      execArgv: NEEDS,
      workerData: { databaseUrl: DATABASE_URL, today: STUDIO_TODAY },
      minThreads: 1,
      maxThreads: Math.max(1, availableParallelism() - 1),
      maxQueue: LONGEST_LINE,
    });
    return pool;
  };
  return {
    run: async <N extends TaskName>(name: N, ...rest: Parameters<Tasks[N]>) => {
      const threads = open();
      if (threads.queueSize >= LONGEST_LINE) throw unavailable();
      const done = await threads.run({ name, arguments: rest, person: whoAsks() });
      if ("problem" in done) throw new HttpProblem(done.problem);
      return done.value as ReturnType<Tasks[N]>;
    },
    close: async () => {
      await pool?.destroy();
    },
  };
}
