import { existsSync } from "node:fs";
import { join } from "node:path";
import { MOST_STUDIO_BYTES, may } from "@map-step/contract";
import { OURS, oursWith } from "@map-step/contract/ours";
import compression from "compression";
import express, { type Express, type RequestHandler, Router } from "express";
import helmet from "helmet";
import pino from "pino";
import { pinoHttp } from "pino-http";
import sirv from "sirv";
import type { Config } from "./config.ts";
import type { Database } from "./db/connection.ts";
import { serveApproaches } from "./features/approaches/routes.ts";
import { serveBackups } from "./features/backups/routes.ts";
import { serveBin } from "./features/bin/routes.ts";
import { serveCalendars } from "./features/calendars/routes.ts";
import { serveChecks } from "./features/checks/routes.ts";
import { serveClassLog } from "./features/class-log/routes.ts";
import { serveComments } from "./features/comments/routes.ts";
import { serveCourses } from "./features/courses/routes.ts";
import { serveDances } from "./features/dances/routes.ts";
import { serveFactors } from "./features/factors/routes.ts";
import { serveFigureFile } from "./features/figure-file/routes.ts";
import { serveFigures } from "./features/figures/routes.ts";
import { serveGroups } from "./features/groups/routes.ts";
import { serveHistory } from "./features/history/routes.ts";
import { serveLessonTemplates } from "./features/lesson-templates/routes.ts";
import { serveLessons } from "./features/lessons/routes.ts";
import { serveLetters } from "./features/letters/routes.ts";
import { serveLevels } from "./features/levels/routes.ts";
import { openBus } from "./features/live/bus.ts";
import { serveLive } from "./features/live/routes.ts";
import { servePlanLinks } from "./features/plan-links/routes.ts";
import { servePlans } from "./features/plans/routes.ts";
import { servePractice } from "./features/practice/routes.ts";
import { serveProposals } from "./features/proposals/routes.ts";
import { serveRecaps } from "./features/recaps/routes.ts";
import { serveSearch } from "./features/search/routes.ts";
import { serveSections } from "./features/sections/routes.ts";
import { serveSequences } from "./features/sequences/routes.ts";
import { serveSession } from "./features/session/routes.ts";
import { personOf } from "./features/session/service.ts";
import { serveSettings } from "./features/settings/routes.ts";
import { serveStaff } from "./features/staff/routes.ts";
import { serveStudents } from "./features/students/routes.ts";
import { serveStudioFile } from "./features/studio-file/routes.ts";
import { serveTimetable } from "./features/timetable/routes.ts";
import { serveToday } from "./features/today/routes.ts";
import { keepEarlierName } from "./http/cookies.ts";
import { answerErrors, noSuchRoute } from "./http/errors.ts";
import { openHealth } from "./http/health.ts";
import { quietDestination } from "./http/log.ts";
import { badRequest, tooDeep } from "./http/problems.ts";
import { scopeRequest, setCurrentUser } from "./http/request.ts";
import type { Context } from "./http/route.ts";
import { openSessions, prolong, refuseForgeries, SESSION_COOKIE } from "./http/session.ts";
import { isTooDeep } from "./http/well-formed.ts";
import { openWorkers } from "./work/workers.ts";

const FEATURES = [
  serveSession,
  serveFactors,
  serveToday,
  serveCourses,
  serveDances,
  serveFigures,
  serveFigureFile,
  serveApproaches,
  serveLevels,
  serveSearch,
  serveSections,
  serveTimetable,
  serveCalendars,
  serveStudents,
  servePlans,
  servePlanLinks,
  serveLessons,
  serveLessonTemplates,
  serveClassLog,
  serveSequences,
  serveRecaps,
  serveChecks,
  serveGroups,
  serveComments,
  serveHistory,
  servePractice,
  serveProposals,
  serveSettings,
  serveBackups,
  serveStaff,
  serveLetters,
  serveBin,
  serveStudioFile,
];

/** What no page of ours uses no page of ours may use, whatever gets into it. Music plays, screens stay awake, keys sign. */
const POLICY = [
  ...["accelerometer", "camera", "display-capture", "geolocation", "gyroscope", "magnetometer", "microphone"],
  ...["midi", "payment", "serial", "usb"],
]
  .map((name) => `${name}=()`)
  .join(", ");
/** Pages behind links, and what they ask for. */
const LINKS = /^\/(r|s|d|p|api\/public)(\/|$)/;

/** The page's own policy: scripts and fonts from here only; the theme writes its styles into the page. */
const security = (config: Config) =>
  helmet({
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        // The solver that proves a plan is WebAssembly, served from here like every script.
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        // No font from anywhere else, and none written into a page.
        fontSrc: ["'self'"],
        imgSrc: ["'self'", "data:"],
        // Music that somebody opens for practice, which stays in the browser.
        mediaSrc: ["'self'", "blob:"],
        upgradeInsecureRequests: config.SECURE_COOKIES ? [] : null,
      },
    },
    strictTransportSecurity: config.SECURE_COOKIES,
    referrerPolicy: { policy: "no-referrer" },
  });

/** Before anything is made of a body: its depth, which is told from its bytes. @throws for another encoding, too */
function refuseDepth(_request: unknown, _response: unknown, body: Buffer, encoding: string): void {
  if (encoding !== "utf-8") throw badRequest(415, "Send it as UTF-8.");
  if (isTooDeep(body)) throw tooDeep();
}

/**
 * Reads the body of a request once it is known who sends it, as far as they may: strangers have little to say, a
 * director may send a whole library, or a whole studio, which is read where it holds nobody up.
 */
function readBody(): RequestHandler {
  const json = (limit: string) => express.json({ limit, verify: refuseDepth });
  const [little, usual, library] = [json("8kb"), json("1mb"), json("8mb")];
  const studio = express.raw({ type: "application/json", limit: MOST_STUDIO_BYTES });
  return (request, response, next) => {
    const { person } = response.locals;
    const isStudio = request.path === "/studio/file" && person && may(person.role, "studio.file");
    const isFile = request.path.startsWith("/figures/file") && person && may(person.role, "figures.write");
    const reader = isStudio ? studio : isFile ? library : person ? usual : little;
    reader(request, response, next);
  };
}

/** Answers every page address with the one page of the web application; its files may be kept for ever. */
function serveWeb(app: Express, root: string): void {
  const packed = { gzip: true, brotli: true, etag: true };
  app.use("/assets", sirv(join(root, "assets"), { ...packed, immutable: true, maxAge: 365 * 24 * 60 * 60 }));
  const files = sirv(root, {
    ...packed,
    single: true,
    ignores: [/^\/api(\/|$)/, /^\/assets\//],
    setHeaders: (response) => response.setHeader("Cache-Control", "no-cache"),
  });
  app.use((request, response, next) => {
    if (!["GET", "HEAD"].includes(request.method)) return next();
    files(request, response, next);
  });
}

/** With more plans than this, what they have to solve is looked at before somebody asks. */
const MANY_PLANS = 40;

/** The HTTP application, ready to listen. `hangUp` says that it stops, and ends lines that stay open by themselves; `close` ends what it opened. */
export function createApp(
  db: Database,
  config: Config,
  workers = openWorkers(config),
): { app: Express; warmUp: () => Promise<void>; hangUp: () => void; close: () => Promise<void> } {
  const app = express();
  const sessions = openSessions(config);
  const context: Context = { db, config, workers };
  const api = Router();
  const currentUser: RequestHandler = async (request, response, next) => {
    const person = await personOf(db, request.session);
    response.locals.person = person ?? undefined;
    setCurrentUser(person);
    if (person) prolong(request);
    next();
  };
  for (const feature of FEATURES) feature(api, context);
  const bus = openBus(db, config.DATABASE_URL);
  const lines = serveLive(api, context, bus);

  const health = openHealth(db, lines.count);

  app.disable("x-powered-by");
  app.set("trust proxy", config.TRUST_PROXY);
  const ours = oursWith(config.PATIENCE);
  app.use((_request, response, next) => {
    response.set(OURS, ours);
    next();
  });
  app.get("/api/health", health.alive);
  app.get("/api/ready", health.ready);
  app.get("/metrics", health.metrics);
  app.use("/api", health.measure);
  app.use(scopeRequest(workers));
  app.use(
    pinoHttp({
      logger: pino({ level: config.LOG_LEVEL }, quietDestination()),
      autoLogging: false,
      quietReqLogger: true,
    }),
  );
  app.use(security(config), (request, response, next) => {
    response.set("Permissions-Policy", POLICY);
    // What a link opens is for whoever was given it, and for no list of pages.
    if (LINKS.test(request.path)) response.set("X-Robots-Tag", "noindex, nofollow");
    next();
  });
  app.use("/api", compression(), (_request, response, next) => {
    response.set("Cache-Control", "no-store");
    next();
  });
  app.use(
    "/api",
    keepEarlierName(config, SESSION_COOKIE),
    sessions.handler,
    currentUser,
    refuseForgeries,
    readBody(),
    api,
    noSuchRoute,
  );
  if (config.WEB_ROOT && existsSync(config.WEB_ROOT)) serveWeb(app, config.WEB_ROOT);
  app.use(noSuchRoute);
  app.use(answerErrors);
  return {
    app,
    warmUp: async () => {
      if ((await db.Plan.count()) > MANY_PLANS) await workers.run("lookAtAllPlans");
    },
    hangUp: () => {
      health.stopping();
      lines.end();
    },
    close: async () => {
      await bus.close();
      await workers.close();
      await sessions.close();
    },
  };
}
