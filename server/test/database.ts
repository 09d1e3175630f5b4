import type { TestProject } from "vitest/node";
import { asServer } from "../../scripts/lib/cluster.ts";
import { startSeeded } from "../../scripts/lib/seeds.ts";
import type {} from "./new-database.ts";

const TEMPLATE = "map_step_template";

/** Starts a throwaway PostgreSQL for the tests and ends it after them. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const cluster = await startSeeded({
    name: "tables",
    sources: ["server/src/db", "server/src/features/history"],
    lay: async ({ database }) => {
      // Read only where there is something to lay: most runs begin with what is kept.
      const [{ migrate }, { grantUse }] = await Promise.all([
        import("../src/index.ts"),
        import("../src/db/roles.ts"),
      ]);
      const template = await database(TEMPLATE);
      await migrate(template);
      await grantUse(template, asServer(template));
    },
  });
  project.provide("template", await cluster.database(TEMPLATE));
  return cluster.stop;
}
