import { setTimeout as pause } from "node:timers/promises";
import type { Cluster } from "./cluster.ts";
import { type Server, startServer } from "./serve.ts";

const LOOK_EVERY_MS = 3_000;
const LONGEST_PAUSE_MS = 30_000;

export interface Kept {
  readonly port: number;
  readonly stop: () => Promise<void>;
}

/**
 * Runs the server and starts it again when it ends by itself, and its database too. A server that ends again and
 * again is given longer and longer, up to half a minute.
 */
export async function keepGoing(settings: NodeJS.ProcessEnv, cluster: Cluster | null): Promise<Kept> {
  let stopping = false;
  let server: Server = await startServer(settings);
  const { port } = server;
  const watch = (one: Server, endings: number) => {
    const since = Date.now();
    one.child.once("exit", () => void again(Date.now() - since > LONGEST_PAUSE_MS ? 0 : endings));
  };
  const again = async (endings: number): Promise<void> => {
    if (stopping) return;
    const wait = Math.min(LONGEST_PAUSE_MS, 500 * 2 ** endings);
    console.error(`The server ended by itself; it is started again in ${wait / 1000} s.`);
    await pause(wait);
    if (stopping) return;
    try {
      await cluster?.revive();
      server = await startServer({ ...settings, PORT: String(port) });
      console.error("The server runs again.");
      watch(server, endings + 1);
    } catch {
      void again(endings + 1);
    }
  };
  watch(server, 0);
  const look = setInterval(() => {
    if (stopping) return;
    cluster?.revive().then(
      (had) => had && console.error("The database had ended; it runs again."),
      (error: Error) => console.error(error.message),
    );
  }, LOOK_EVERY_MS);
  return {
    port,
    stop: async () => {
      stopping = true;
      clearInterval(look);
      await server.stop();
    },
  };
}
