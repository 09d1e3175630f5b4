import { existsSync } from "node:fs";
import { join } from "node:path";
import express, { type Express, type RequestHandler, Router } from "express";
import helmet from "helmet";
import pino from "pino";
import { pinoHttp } from "pino-http";
import type { Config } from "./config.ts";
import type { Database } from "./db/connection.ts";
import { serveApproaches } from "./features/approaches/routes.ts";
import { serveChecks } from "./features/checks/routes.ts";
import { serveClassLog } from "./features/class-log/routes.ts";
import { serveDances } from "./features/dances/routes.ts";
import { serveFigureFile } from "./features/figure-file/routes.ts";
import { serveFigures } from "./features/figures/routes.ts";
import { serveLessonTemplates } from "./features/lesson-templates/routes.ts";
import { serveLessons } from "./features/lessons/routes.ts";
import { serveLevels } from "./features/levels/routes.ts";
import { servePlans } from "./features/plans/routes.ts";
import { serveRecaps } from "./features/recaps/routes.ts";
import { serveSections } from "./features/sections/routes.ts";
import { serveSession } from "./features/session/routes.ts";
import { personOf } from "./features/session/service.ts";
import { serveStaff } from "./features/staff/routes.ts";
import { serveToday } from "./features/today/routes.ts";
import { answerErrors, noSuchRoute } from "./http/errors.ts";
import type { Context } from "./http/route.ts";
import { openSessions, refuseForgeries } from "./http/session.ts";

const FEATURES = [
  serveSession,
  serveToday,
  serveDances,
  serveFigures,
  serveFigureFile,
  serveApproaches,
  serveLevels,
  serveSections,
  servePlans,
  serveLessons,
  serveLessonTemplates,
  serveClassLog,
  serveRecaps,
  serveChecks,
  serveStaff,
];

/** The page's own policy: scripts and fonts from here only; the theme writes its styles into the page. */
const security = (config: Config) =>
  helmet({
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        // The solver that proves a plan is WebAssembly, served from here like every script.
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", "data:"],
        upgradeInsecureRequests: config.SECURE_COOKIES ? [] : null,
      },
    },
    strictTransportSecurity: config.SECURE_COOKIES,
    referrerPolicy: { policy: "no-referrer" },
  });

/** Answers every page address with the one page of the web application; its files may be kept for ever. */
function serveWeb(app: Express, root: string): void {
  app.use("/assets", express.static(join(root, "assets"), { immutable: true, maxAge: "365d" }));
  app.use(express.static(root, { index: false }));
  app.use((request, response, next) => {
    if (request.method !== "GET" || request.path.startsWith("/api/")) return next();
    response.set("Cache-Control", "no-cache").sendFile(join(root, "index.html"));
  });
}

/** The HTTP application, ready to listen. `close` ends what it opened. */
export function createApp(db: Database, config: Config): { app: Express; close: () => Promise<void> } {
  const app = express();
  const sessions = openSessions(config);
  const context: Context = { db, config };
  const api = Router();
  const whoAsks: RequestHandler = async (request, response, next) => {
    response.locals.person = (await personOf(db, request.session.personId)) ?? undefined;
    next();
  };
  for (const feature of FEATURES) feature(api, context);

  app.disable("x-powered-by");
  app.use(pinoHttp({ logger: pino({ level: config.LOG_LEVEL }), autoLogging: false, quietReqLogger: true }));
  app.use(security(config));
  app.use("/api", (_request, response, next) => {
    response.set("Cache-Control", "no-store");
    next();
  });
  app.use("/api/figures/file", express.json({ limit: "8mb" }));
  app.use(
    "/api",
    express.json({ limit: "1mb" }),
    sessions.handler,
    refuseForgeries,
    whoAsks,
    api,
    noSuchRoute,
  );
  if (config.WEB_ROOT && existsSync(config.WEB_ROOT)) serveWeb(app, config.WEB_ROOT);
  app.use(noSuchRoute);
  app.use(answerErrors);
  return { app, close: sessions.close };
}
