import type { TestProject } from "vitest/node";
import { buildServer } from "../../scripts/lib/build.ts";
import { layTemplates } from "../../scripts/lib/studios.ts";

declare module "vitest" {
  interface ProvidedContext {
    /** The database of the demo studio, to be copied. */
    demoTemplate: string;
  }
}

/** Lays the demo studio once, for the tests that speak to a server of their own. */
export default async function (project: TestProject): Promise<() => Promise<void>> {
  // Once, before several tests open studios in the same moment.
  buildServer();
  const templates = await layTemplates();
  project.provide("demoTemplate", templates.demo);
  return templates.stop;
}
