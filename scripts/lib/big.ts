import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { BIG, layBigStudio, type Size } from "@map-step/demo";
import { migrate, openDatabase } from "@map-step/server";
import { startCluster } from "./cluster.ts";

/** The day on which the large studio is laid. */
export const BIG_TODAY = "2027-02-16";

export interface BigStudio {
  readonly url: string;
  readonly stop: () => Promise<void>;
}

/** A large studio in a database server of its own, which is gone afterwards. */
export async function openBigStudio(size: Size = BIG): Promise<BigStudio> {
  const folder = mkdtempSync(join(tmpdir(), "map-step-big-"));
  chmodSync(folder, 0o755); // as root, the database runs as another user
  const cluster = await startCluster(folder);
  const url = await cluster.database("big");
  await migrate(url);
  const db = openDatabase(url, { patient: true });
  await layBigStudio(db, size, BIG_TODAY);
  await db.sequelize.query("analyze");
  await db.sequelize.close();
  return {
    url,
    stop: async () => {
      await cluster.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
