import { twoRoles } from "./cluster.ts";
import { newDatabaseBeside } from "./copies.ts";
import { copyOfSeed, type Seed, startSeeded } from "./seeds.ts";
import { type Server, startServer } from "./serve.ts";

/** The day on which the demo studio is laid, so that every run sees the same. */
export const TODAY = "2027-02-16";

/** Databases to copy from; nobody works on them. */
export interface Templates {
  readonly demo: string;
  readonly empty: string;
  readonly stop: () => Promise<void>;
}

const STUDIOS: Seed = {
  name: "studios",
  sources: ["core/src", "contract/src", "server/src", "demo/src"],
  lay: async ({ database }) => {
    const { loadDemoIfNew } = await import("@map-step/demo");
    await database("empty");
    await loadDemoIfNew(await database("demo"), TODAY);
  },
};

/** A folder from which a database server with the demo studio starts, for whoever ends it in any other way. */
export const copyOfDemo = (): Promise<string> => copyOfSeed(STUDIOS);

/** A throwaway database server with the demo studio laid once and an empty database. */
export async function layTemplates(): Promise<Templates> {
  const cluster = await startSeeded(STUDIOS);
  const [demo, empty] = [await cluster.database("demo"), await cluster.database("empty")];
  return { demo, empty, stop: cluster.stop };
}

export interface Studio {
  readonly address: string;
  readonly stop: () => Promise<void>;
  /** Ends the server at once, in the middle of whatever it does. */
  readonly kill: () => Promise<void>;
  /** Stops the process where it is, so that it takes requests and answers none, until it goes on. */
  readonly pause: () => void;
  readonly goOn: () => void;
  /** Starts it again on the same address and database. */
  readonly revive: () => Promise<void>;
  /** Starts another process on the same database: its address, for as long as the studio is open. */
  readonly twin: () => Promise<string>;
}

/**
 * Opens a studio of one's own: a copy of a template behind a server.
 * @param more settings of the server, above those of every test
 */
export async function openStudio(template: string, more: NodeJS.ProcessEnv = {}): Promise<Studio> {
  const settings = {
    SESSION_SECRET: "only for tests, but long enough for it",
    STUDIO_TODAY: TODAY,
    LOG_LEVEL: "error",
    ...twoRoles(await newDatabaseBeside(template, "copy")),
    ...more,
  };
  let server = await startServer({ ...settings, PORT: "0" });
  const { port } = server;
  const twins: Server[] = [];
  return {
    address: `http://127.0.0.1:${port}`,
    stop: async () => {
      for (const one of [server, ...twins]) await one.stop();
    },
    kill: async () => {
      const ended = new Promise((resolve) => server.child.once("exit", resolve));
      server.child.kill("SIGKILL");
      await ended;
    },
    pause: () => void server.child.kill("SIGSTOP"),
    goOn: () => void server.child.kill("SIGCONT"),
    revive: async () => {
      server = await startServer({ ...settings, PORT: String(port) });
    },
    twin: async () => {
      const other = await startServer({ ...settings, PORT: "0" });
      twins.push(other);
      return `http://127.0.0.1:${other.port}`;
    },
  };
}
