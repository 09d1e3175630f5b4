import { PROBLEM_TYPES } from "@map-step/contract";
import type { ErrorRequestHandler, RequestHandler } from "express";
import {
  ConnectionAcquireTimeoutError,
  ConnectionError,
  ForeignKeyConstraintError,
  UniqueConstraintError,
} from "sequelize";
import { errorForLog } from "./log.ts";
import {
  badRequest,
  HttpProblem,
  internal,
  inUse,
  invalid,
  notFound,
  tooLarge,
  unavailable,
} from "./problems.ts";

/** Fields a unique index stands for, by the name of the index. */
const UNIQUE_FIELDS: Readonly<Record<string, { path: string; message: string }>> = {
  staff_email_key: { path: "email", message: "Somebody on the staff has this email address already" },
  dances_name: { path: "name", message: "There is a dance of this name already" },
  figures_name: { path: "name", message: "This dance has a figure of this name already" },
  approaches_name: { path: "name", message: "There is an approach of this name already" },
  plan_drafts_name: { path: "name", message: "This plan has a draft of this name already" },
  lesson_templates_name: { path: "name", message: "There is a template of this name already" },
  levels_name: { path: "name", message: "This dance has a level of this name already" },
  rooms_name: { path: "name", message: "There is a room of this name already" },
  sections_name: { path: "name", message: "This level has a section of this name already" },
  students_name: { path: "name", message: "This section has a student of this name already" },
};

/**
 * States of PostgreSQL in which asking again may help: connection lost or refused (08, 57P, 53), a statement or lock
 * that took too long (57014, 55P03), a transaction left idle (25P03), one that had to give way (40001, 40P01).
 */
const COMES_BACK = /^(08|57P|53)|^(57014|55P03|25P03|25P02|40001|40P01)$/;
const BROKEN_LINE = /^(ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ENOTFOUND)$/;
const BROKEN_TEXT =
  /connection manager was closed|Connection terminated|timeout exceeded when trying to connect|Client has encountered/;

/** Whether an error says that the database is away or too busy, not that the request is wrong. */
export function isUnavailable(error: unknown): boolean {
  if (error instanceof ConnectionError || error instanceof ConnectionAcquireTimeoutError) return true;
  const { code = "", message = "" } = error as { code?: unknown; message?: string };
  const text = typeof code === "string" ? code : "";
  if (COMES_BACK.test(text) || BROKEN_LINE.test(text) || BROKEN_TEXT.test(message)) return true;
  const { parent, cause } = error as { parent?: unknown; cause?: unknown };
  return [parent, cause].some((inner) => inner instanceof Error && inner !== error && isUnavailable(inner));
}

function asProblem(error: unknown): HttpProblem | null {
  if (error instanceof HttpProblem) return error;
  if (typeof error !== "object" || error === null) return null;
  if (error instanceof UniqueConstraintError) {
    const { constraint = "" } = error.parent as { constraint?: string };
    const field = UNIQUE_FIELDS[constraint];
    return field ? invalid([field]) : inUse("This exists already.");
  }
  if (error instanceof ForeignKeyConstraintError)
    return invalid([{ path: "", message: "It refers to something that is not there any more" }]);
  if (isUnavailable(error)) return unavailable();
  const { status, type, code } = error as { status?: number; type?: string; code?: string };
  if (type === "entity.parse.failed")
    return invalid([{ path: "", message: "The request is not readable JSON" }]);
  if (type === "entity.too.large") return tooLarge();
  if (code === "EBADCSRFTOKEN" || (status === 403 && !type))
    return new HttpProblem({
      type: PROBLEM_TYPES.outOfDate,
      status: 403,
      title: "Page is out of date",
      detail: "Reload the page and try again. What you typed is kept.",
    });
  // What the framework itself refuses: malformed addresses, unknown encodings, bodies that break off.
  if (status !== undefined && status >= 400 && status < 500)
    return badRequest(status, "The address, the encoding or the length of this request is not right.");
  return null;
}

/** Answers every error in the one shape of the contract; what nobody foresaw is logged and told as such. */
export const answerErrors: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error);
  const known = asProblem(error);
  if (!known) request.log.error({ error: errorForLog(error) }, "unforeseen error");
  const { problem } = known ?? internal();
  if (problem.status === 503) response.set("Retry-After", "2");
  response.status(problem.status).type("application/problem+json").send(JSON.stringify(problem));
};

export const noSuchRoute: RequestHandler = () => {
  throw notFound("There is nothing at this address.");
};
