import { buildWeb } from "../scripts/lib/build.ts";
import { openStudios } from "./studios.ts";

/** Builds what is not built, opens both studios for the tests, and closes them afterwards. */
export default async function setup(): Promise<() => Promise<void>> {
  buildWeb();
  const { demo, empty, stop } = await openStudios();
  process.env.DEMO_STUDIO = demo;
  process.env.EMPTY_STUDIO = empty;
  return stop;
}
