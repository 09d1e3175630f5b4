import { buildServer, buildWeb } from "../scripts/lib/build.ts";
import { layTemplates } from "../scripts/lib/studios.ts";

/** Builds what is not built and lays the studios that the tests copy. */
export default async function setup(): Promise<() => Promise<void>> {
  buildWeb();
  buildServer();
  const { demo, empty, stop } = await layTemplates();
  process.env.DEMO_TEMPLATE = demo;
  process.env.EMPTY_TEMPLATE = empty;
  return stop;
}
