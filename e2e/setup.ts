import { execFileSync } from "node:child_process";
import { buildServer, buildWeb } from "../scripts/lib/build.ts";
import { needHeadless } from "../scripts/lib/packages.ts";
import { layTemplates } from "../scripts/lib/studios.ts";

/** Builds what is not built and lays the studios that the tests copy. */
export default async function setup(): Promise<() => Promise<void>> {
  // What a browser believes or does may change with it; a test that fails says first where.
  console.log(
    execFileSync(needHeadless(), ["--version"], {
      encoding: "utf8",
      stdio: ["ignore", "pipe", "ignore"],
    }).trim(),
  );
  buildWeb();
  buildServer();
  // No test rests on speed: on a machine that others hold up nobody takes the studio for gone.
  process.env.PATIENCE = "10";
  const { demo, empty, stop } = await layTemplates();
  process.env.DEMO_TEMPLATE = demo;
  process.env.EMPTY_TEMPLATE = empty;
  return stop;
}
