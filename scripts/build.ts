import { buildServer, buildWeb } from "./lib/build.ts";

/** Builds the web application and the server, unless what is built is newer than every source. */
buildWeb();
buildServer();
