import connectPgSimple from "connect-pg-simple";
import { csrfSync } from "csrf-sync";
import type { Request, RequestHandler } from "express";
import session from "express-session";
import pg from "pg";
import type { Config } from "../config.ts";

declare module "express-session" {
  interface SessionData {
    personId: string;
  }
}

const WEEK_MS = 7 * 24 * 60 * 60 * 1000;

/** The token a page must send back in the `x-csrf-token` header with every change. */
export const { generateToken: csrfTokenOf, csrfSynchronisedProtection: refuseForgeries } = csrfSync();

/** Sessions kept in PostgreSQL, so that several servers can share them. `close` ends the store's connections. */
export function openSessions(config: Config): { handler: RequestHandler; close: () => Promise<void> } {
  // Every request prolongs its session. Nobody needs to wait until that is on the disk: after a power cut the
  // worst is to sign in once more.
  const options = "-c synchronous_commit=off";
  const pool = new pg.Pool({ connectionString: config.DATABASE_URL, max: 4, options });
  pool.on("error", () => undefined); // a lost connection is replaced at the next request
  const Store = connectPgSimple(session);
  const store = new Store({ pool, tableName: "sessions", pruneSessionInterval: 15 * 60 });
  const handler = session({
    store,
    name: "map-step",
    secret: config.SESSION_SECRET,
    resave: false,
    saveUninitialized: false,
    rolling: true,
    cookie: { httpOnly: true, sameSite: "lax", secure: config.SECURE_COOKIES, maxAge: WEEK_MS },
  });
  return {
    handler,
    close: async () => {
      store.close();
      await pool.end();
    },
  };
}

/** Starts a fresh session, so that an id from before the sign-in is worth nothing after it. */
export const renewSession = (request: Request): Promise<void> =>
  new Promise((resolve, reject) =>
    request.session.regenerate((error) => (error ? reject(error) : resolve())),
  );
