import type { RequestHandler, Response } from "express";
import { collectDefaultMetrics, Histogram, Registry } from "prom-client";
import type { Database } from "../db/connection.ts";
import { rowsOf } from "../db/query.ts";

/** Upper bounds of how long answers took, in seconds. */
const BUCKETS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10];

/** What those who run a studio ask of a server: whether it lives, whether it can serve, and how it is doing. */
export interface Health {
  /** Measures every answer by its route, not by who asked for what. */
  readonly measure: RequestHandler;
  /** 200 as long as the process answers at all. */
  readonly alive: RequestHandler;
  /** 200 while it can serve; 503 without a database, and from the moment on which it is asked to stop. */
  readonly ready: RequestHandler;
  /** Figures as text for Prometheus, for programs on the machine itself only. */
  readonly metrics: RequestHandler;
  readonly stopping: () => void;
}

const LOOPBACK = /^(127\.|::1$|::ffff:127\.)/;
/** Where an answer was sent to, as the router names it: ids of people and things are nobody's business. */
const routeOf = (response: Response): string => {
  const { route } = response.req as { readonly route?: { readonly path?: unknown } };
  return typeof route?.path === "string" ? route.path : "other";
};

/** Watches one server process. */
export function openHealth(db: Database, linesOpen: () => number): Health {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const answers = new Histogram({
    name: "map_step_answers_seconds",
    help: "How long answers took, by method, route and status",
    labelNames: ["method", "route", "status"],
    buckets: BUCKETS,
    registers: [registry],
  });
  let isStopping = false;
  return {
    measure: (request, response, next) => {
      const done = answers.startTimer();
      response.on("finish", () =>
        done({ method: request.method, route: routeOf(response), status: response.statusCode }),
      );
      next();
    },
    alive: (_request, response) => void response.json({ alive: true }),
    ready: async (_request, response) => {
      const reached = await rowsOf(db, "select 1").then(
        () => true,
        () => false,
      );
      response.status(reached && !isStopping ? 200 : 503).json({ ready: reached && !isStopping });
    },
    metrics: async (request, response, next) => {
      const isHere = LOOPBACK.test(request.socket.remoteAddress ?? "");
      // What a proxy passes on comes from elsewhere, whatever address it has here.
      if (!isHere || request.get("x-forwarded-for") !== undefined) return next();
      const text = await registry.metrics();
      response
        .type(registry.contentType)
        .send(
          `${text}# HELP map_step_lines Open lines to pages\n# TYPE map_step_lines gauge\nmap_step_lines ${linesOpen()}\n`,
        );
    },
    stopping: () => {
      isStopping = true;
    },
  };
}
