import type { TestProject } from "vitest/node";
import { buildServer } from "../../scripts/lib/build.ts";
import { layTemplates } from "../../scripts/lib/studios.ts";
import type {} from "../../server/test/new-database.ts";

/** Lays the demo studio once, for the tests that work on a copy of it. */
export default async function (project: TestProject): Promise<() => Promise<void>> {
  // Once, before several tests open studios in the same moment.
  buildServer();
  const templates = await layTemplates();
  project.provide("demoTemplate", templates.demo);
  return templates.stop;
}
