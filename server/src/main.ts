import type { Server } from "node:http";
import { type AddressInfo, Server as NetServer } from "node:net";
import pino from "pino";
import { createApp } from "./app.ts";
import { readConfig } from "./config.ts";
import { openDatabase } from "./db/connection.ts";
import { migrate } from "./db/migrate.ts";
import { grantUse, ownsTables } from "./db/roles.ts";
import { tidyUp } from "./db/tidy.ts";
import { errorForLog, quietDestination } from "./http/log.ts";
import { internal } from "./http/problems.ts";
import { owedAnswer } from "./http/request.ts";

/** So long a proxy may still send on connections that it holds open, each of which closes after its answer. Milliseconds. */
const PARTING_MS = 1_000;
/** Requests under way get so long to end, in milliseconds; then their connections are closed. */
const LAST_WORDS_MS = 4_000;
const FORCED_END_MS = 7_000;
/** What nobody waits for is put in order so long after the start, and so often. Milliseconds. */
const [TIDY_AFTER_MS, TIDY_EVERY_MS] = [10 * 60_000, 24 * 3_600_000];

/** One clear line for whoever started it, and nothing left behind. */
function giveUp(what: string, error: unknown): never {
  const message = error instanceof Error ? error.message || error.name : String(error);
  process.stderr.write(`${what}: ${message}\n`);
  process.exit(1);
}

function settings() {
  try {
    return readConfig();
  } catch (error) {
    return giveUp("Map Step cannot start", error);
  }
}

const config = settings();
const log = pino({ level: config.LOG_LEVEL }, quietDestination());
const { DATABASE_URL, DATABASE_OWNER_URL = DATABASE_URL } = config;
// Nothing that runs from here on finds the owner's address.
delete process.env.DATABASE_OWNER_URL;
const isOwner = await migrate(DATABASE_OWNER_URL)
  .then(async () => {
    if (DATABASE_OWNER_URL !== DATABASE_URL) await grantUse(DATABASE_OWNER_URL, DATABASE_URL);
  })
  .then(() => ownsTables(DATABASE_URL))
  .catch((error: unknown) => giveUp("The database cannot be reached or brought up to date", error));
if (isOwner)
  log.warn(
    "the server speaks to its database as the owner of the tables; with DATABASE_OWNER_URL it can do with less (docs/deploy.md)",
  );
const db = openDatabase(DATABASE_URL, {
  today: config.STUDIO_TODAY,
  patience: config.PATIENCE,
  key: config.SESSION_SECRET,
});
const { app, warmUp, hangUp, close } = createApp(db, config);
const server: Server = app.listen(config.PORT, config.HOST, (error) => {
  if (error) giveUp("Map Step cannot listen", error);
  process.send?.({ port: (server.address() as AddressInfo).port });
  // Nobody waits for it: what is not ready is worked out when it is asked for.
  warmUp().catch((reason: unknown) =>
    log.warn({ error: errorForLog(reason) }, "what plans have to solve was not looked at"),
  );
});
// Not at once: while processes are exchanged, one of the version before may still read what it left as it was.
const tidy = () =>
  void tidyUp(db).catch((reason: unknown) =>
    log.warn({ error: errorForLog(reason) }, "what is kept was not put in order"),
  );
setTimeout(tidy, TIDY_AFTER_MS).unref();
setInterval(tidy, TIDY_EVERY_MS).unref();
server.requestTimeout = 60_000;
// Longer than a proxy keeps its connections, so that it never sends into one that is being closed.
server.keepAliveTimeout = 75_000;
server.headersTimeout = 80_000;

let stopping = false;
/** Ends in order: no new requests, those under way to their end, then all that is open. */
function stop(code: number): void {
  if (stopping) return;
  stopping = true;
  setTimeout(() => server.closeAllConnections(), LAST_WORDS_MS).unref();
  setTimeout(() => process.exit(code), FORCED_END_MS).unref();
  // Not `server.close`, which would close idle connections in the moment in which a proxy sends on them.
  NetServer.prototype.close.call(server, async () => {
    await Promise.allSettled([close(), db.sequelize.close()]);
    process.exit(code);
  });
  server.prependListener("request", (_request, response) => response.setHeader("Connection", "close"));
  hangUp();
  setTimeout(() => server.closeIdleConnections(), PARTING_MS);
}
process.once("SIGTERM", () => stop(0));
process.once("SIGINT", () => stop(0));
process.once("disconnect", () => stop(0));

/** What nobody foresaw ends the request it belongs to and then, in order, this process; whoever runs it starts another. */
function unforeseen(error: unknown): void {
  log.fatal({ error: errorForLog(error) }, "an error that nobody awaited");
  const { problem } = internal();
  owedAnswer()?.status(problem.status).type("application/problem+json").send(JSON.stringify(problem));
  stop(1);
}
process.on("unhandledRejection", unforeseen);
process.on("uncaughtException", unforeseen);
