import { createHash } from "node:crypto";
import type { Person } from "@map-step/contract";
import connectPgSimple from "connect-pg-simple";
import { csrfSync } from "csrf-sync";
import type { Request, RequestHandler } from "express";
import session from "express-session";
import pg from "pg";
import type { Config } from "../config.ts";
import { cookieName } from "./cookies.ts";
import { deviceOf } from "./device.ts";
import { confirmPassword, forbidden } from "./problems.ts";

declare module "express-session" {
  interface SessionData {
    personId: string;
    /** How often the sign-ins of the account had been ended by then; none in sessions from before it was counted. */
    epoch: number;
    /** Milliseconds since 1970: when the password was last asked for once more. */
    confirmedAt: number;
    /** Milliseconds since 1970: when the person signed in, and when the session was last written. */
    signedInAt: number;
    seenAt: number;
    /** What the browser said that it is, at the sign-in. */
    device: string;
  }
}

/** What the cookie of a session is called, without what HTTPS adds. */
export const SESSION_COOKIE = "map-step";
const MINUTE_MS = 60_000;
const HOUR_MS = 60 * MINUTE_MS;
/** A session ends after so long without use, and so long after the sign-in whatever is done. */
const UNUSED_MS = 12 * HOUR_MS;
export const LONGEST_MS = 30 * 24 * HOUR_MS;
/** A session in use is written this often, not at every request. */
const SEEN_EVERY_MS = 10 * MINUTE_MS;

const csrf = csrfSync({ skipCsrfProtection: (request) => request.session.personId === undefined });

/** The token a page must send back in the `x-csrf-token` header with every change; strangers have none. */
export const csrfTokenOf = (request: Request): string =>
  request.session.personId === undefined ? "" : csrf.generateToken(request);

/**
 * Refuses a change that another site could have sent. Those who are signed in send the token of their session back.
 * Strangers have no session to keep one in; of them it is enough that the header is there at all, since a browser
 * sends no such header to another site without asking it first, and this one never agrees.
 */
export const refuseForgeries: RequestHandler = (request, response, next) => {
  const changes = !["GET", "HEAD", "OPTIONS"].includes(request.method);
  if (changes && request.get("x-csrf-token") === undefined)
    throw forbidden("Send changes from a page of the studio.");
  csrf.csrfSynchronisedProtection(request, response, next);
};

/** What is kept of a session's id: whoever reads the table cannot sign in with it. */
export const hashOfSid = (sid: string): string => createHash("sha256").update(sid).digest("hex");

/** Keeps sessions under hashes of their ids. Those from before, under the ids themselves, are found until they end. */
function hashedStore(options: ConstructorParameters<ReturnType<typeof connectPgSimple>>[0]) {
  const Base = connectPgSimple(session);
  type Done = (error?: unknown) => void;
  return new (class extends Base {
    override get(sid: string, done: (error: unknown, session?: session.SessionData | null) => void): void {
      super.get(hashOfSid(sid), (error, found) =>
        error || found ? done(error, found) : super.get(sid, done as never),
      );
    }
    override set(sid: string, data: session.SessionData, done?: Done): void {
      super.set(hashOfSid(sid), data, done);
    }
    override destroy(sid: string, done?: Done): void {
      super.destroy(hashOfSid(sid), () => super.destroy(sid, done));
    }
  })(options);
}

/** Sessions kept in PostgreSQL, so that several servers can share them. `close` ends the store's connections. */
export function openSessions(config: Config): { handler: RequestHandler; close: () => Promise<void> } {
  // Nobody needs to wait until a session is on the disk: after a power cut the worst is to sign in once more.
  const options = "-c synchronous_commit=off";
  const pool = new pg.Pool({
    connectionString: config.DATABASE_URL,
    max: 4,
    options,
    connectionTimeoutMillis: 5_000,
    statement_timeout: 10_000,
  });
  pool.on("error", () => undefined); // a lost connection is replaced at the next request
  const store = hashedStore({
    pool,
    tableName: "sessions",
    pruneSessionInterval: 15 * 60,
    disableTouch: true,
    errorLog: () => undefined, // the request that met it answers, and logs what nobody foresaw
  });
  const handler = session({
    store,
    name: cookieName(config, SESSION_COOKIE),
    secret: config.SESSION_SECRET,
    resave: false,
    saveUninitialized: false,
    rolling: false,
    proxy: config.TRUST_PROXY !== false,
    cookie: { path: "/", httpOnly: true, sameSite: "lax", secure: config.SECURE_COOKIES, maxAge: UNUSED_MS },
  });
  return {
    handler,
    close: async () => {
      store.close();
      await pool.end();
    },
  };
}

/** Starts a fresh session for a person, so that an id from before the sign-in is worth nothing after it. */
export const startSession = (request: Request, person: Pick<Person, "id">, epoch: number): Promise<void> =>
  new Promise((resolve, reject) =>
    request.session.regenerate((error) => {
      if (error) return reject(error);
      const now = Date.now();
      Object.assign(request.session, {
        personId: person.id,
        epoch,
        signedInAt: now,
        seenAt: now,
        confirmedAt: now,
        device: deviceOf(request.get("user-agent") ?? ""),
      });
      resolve();
    }),
  );

/** Ends the session for good. */
export const endSession = (request: Request): Promise<void> =>
  new Promise((resolve, reject) =>
    request.session.regenerate((error) => (error ? reject(error) : resolve())),
  );

/** So long the password counts as asked for. Milliseconds. */
const CONFIRMED_MS = 10 * MINUTE_MS;

/** Notes that whoever asks has just shown their password once more. */
export function confirmSession({ session: open }: Request): void {
  open.confirmedAt = Date.now();
}

/** Before what cannot be taken back, or gives away much. @throws a problem that asks for the password once more */
export function needConfirmed({ session: open }: Request): void {
  const age = Date.now() - (open.confirmedAt ?? 0);
  // A clock that went back makes nothing confirmed that was not.
  if (age < 0 || age > CONFIRMED_MS) throw confirmPassword();
}

/** Notes now and then that a session is in use, which gives it its time anew. */
export function prolong(request: Request): void {
  const { session: open } = request;
  if (open.seenAt !== undefined && Date.now() - open.seenAt > SEEN_EVERY_MS) {
    open.seenAt = Date.now();
    open.touch();
  }
}
