import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { loadDemoIfNew } from "@map-step/demo";
import { startCluster } from "../scripts/lib/cluster.ts";
import { type Server, startServer } from "../scripts/lib/serve.ts";

/** The day on which the demo studio is laid, so that every run sees the same. */
export const TODAY = "2027-02-16";

export interface Studios {
  readonly demo: string;
  readonly empty: string;
  readonly stop: () => Promise<void>;
}

const address = ({ port }: Server) => `http://127.0.0.1:${port}`;

/** A throwaway database with the demo studio and an empty one, each behind a server of its own. */
export async function openStudios(): Promise<Studios> {
  const folder = mkdtempSync(join(tmpdir(), "map-step-e2e-"));
  chmodSync(folder, 0o755); // as root, the database runs as another user
  const cluster = await startCluster(folder, { throwaway: true });
  const [demoUrl, emptyUrl] = [await cluster.database("demo"), await cluster.database("empty")];
  await loadDemoIfNew(demoUrl, TODAY);
  const settings = {
    SESSION_SECRET: "only for tests, but long enough for it",
    STUDIO_TODAY: TODAY,
    PORT: "0",
    LOG_LEVEL: "error",
  };
  const servers = await Promise.all(
    [demoUrl, emptyUrl].map((url) => startServer({ ...settings, DATABASE_URL: url })),
  );
  const [demo, empty] = servers.map(address);
  return {
    demo: demo ?? "",
    empty: empty ?? "",
    stop: async () => {
      await Promise.all(servers.map((server) => server.stop()));
      await cluster.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
