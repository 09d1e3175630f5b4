import { buildWeb } from "./lib/build.ts";

/** Builds the web application, unless what is built is newer than every source. */
buildWeb();
