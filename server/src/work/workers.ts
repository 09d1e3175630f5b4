import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import { getHeapStatistics } from "node:v8";
import { Piscina } from "piscina";
import type { Config } from "../config.ts";
import { HttpProblem, tooMuch, unavailable } from "../http/problems.ts";
import { currentUser } from "../http/request.ts";
import {
  type Done,
  LONG,
  type Order,
  type TaskName,
  type Tasks,
  type WorkerData,
  type Workers,
} from "./work.ts";

/** More than so many tasks in line are sent away rather than kept waiting. */
const LONGEST_LINE = 40;

/** What a thread runs, as written or as built; the built one needs nothing to be read. */
const [WORKER, NEEDS] = import.meta.url.endsWith(".ts")
  ? [new URL("./worker.ts", import.meta.url), ["--import", "tsx"]]
  : [new URL("./worker.js", import.meta.url), []];

type WorkerConfig = Pick<Config, "DATABASE_URL" | "STUDIO_TODAY" | "PATIENCE" | "SESSION_SECRET">;

/** Of the memory that this process may use, a thread may use so much; beyond it the thread ends, not the process. */
const SHARE_OF_HEAP = 0.5;
const OUT_OF_MEMORY = "ERR_WORKER_OUT_OF_MEMORY";

/** Threads of one sort; the first one starts with the first task. */
function openPool(
  { DATABASE_URL, STUDIO_TODAY, PATIENCE, SESSION_SECRET }: WorkerConfig,
  most: number,
): () => Piscina<Order, Done> {
  let pool: Piscina<Order, Done> | null = null;
  return () => {
    pool ??= new Piscina<Order, Done>({
      filename: fileURLToPath(WORKER),
      execArgv: NEEDS,
      workerData: {
        databaseUrl: DATABASE_URL,
        today: STUDIO_TODAY,
        patience: PATIENCE,
        key: SESSION_SECRET,
      } satisfies WorkerData,
      minThreads: 1,
      maxThreads: most,
      maxQueue: LONGEST_LINE,
      // A thread that waits still hears that the database ended its connections.
      atomics: "disabled",
      resourceLimits: {
        maxOldGenerationSizeMb: Math.floor((getHeapStatistics().heap_size_limit / 2 ** 20) * SHARE_OF_HEAP),
      },
    });
    return pool;
  };
}

/** The threads of a server: a lane for what pages wait for, and one for what takes long. */
export function openWorkers(config: WorkerConfig): Workers {
  const lanes = {
    short: openPool(config, Math.max(1, availableParallelism() - 1)),
    long: openPool(config, 1),
  };
  const opened = new Set<keyof typeof lanes>();
  return {
    run: async <N extends TaskName>(name: N, ...rest: Parameters<Tasks[N]>) => {
      const lane = LONG.has(name) ? "long" : "short";
      opened.add(lane);
      const threads = lanes[lane]();
      if (threads.queueSize >= LONGEST_LINE) throw unavailable();
      const done = await threads
        .run({ name, arguments: rest, person: currentUser() })
        .catch((error: unknown) => {
          throw (error as { code?: unknown }).code === OUT_OF_MEMORY ? tooMuch() : error;
        });
      if ("problem" in done) throw new HttpProblem(done.problem);
      return done.value as ReturnType<Tasks[N]>;
    },
    close: async () => {
      await Promise.all([...opened].map((lane) => lanes[lane]().destroy()));
    },
  };
}
