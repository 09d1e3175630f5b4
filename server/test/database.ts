import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { TestProject } from "vitest/node";
import { asServer, startCluster } from "../../scripts/lib/cluster.ts";
import { grantUse } from "../src/db/roles.ts";
import { migrate } from "../src/index.ts";
import type {} from "./new-database.ts";

/** Starts a throwaway PostgreSQL for the tests and ends it after them. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join(tmpdir(), "map-step-test-"));
  chmodSync(folder, 0o755); // as root, the database runs as another user
  const cluster = await startCluster(folder, { throwaway: true });
  const template = await cluster.database("map_step_template");
  await migrate(template);
  await grantUse(template, asServer(template));
  project.provide("template", template);
  return async () => {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  };
}
