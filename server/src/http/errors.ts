import { PROBLEM_TYPES } from "@map-step/contract";
import type { ErrorRequestHandler, RequestHandler } from "express";
import { ForeignKeyConstraintError, UniqueConstraintError } from "sequelize";
import { HttpProblem, internal, inUse, invalid, notFound } from "./problems.ts";

/** Fields a unique index stands for, by the name of the index. */
const UNIQUE_FIELDS: Readonly<Record<string, { path: string; message: string }>> = {
  staff_email_key: { path: "email", message: "Somebody on the staff has this address already" },
  dances_name: { path: "name", message: "There is a dance of this name already" },
  figures_name: { path: "name", message: "This dance has a figure of this name already" },
  approaches_name: { path: "name", message: "There is an approach of this name already" },
  plan_drafts_name: { path: "name", message: "This plan has a draft of this name already" },
  lesson_templates_name: { path: "name", message: "There is a template of this name already" },
  levels_name: { path: "name", message: "This dance has a level of this name already" },
  sections_name: { path: "name", message: "This level has a section of this name already" },
  students_name: { path: "name", message: "This section has a student of this name already" },
  checks_section_id_held_on_staff_id_key: { path: "heldOn", message: "You already hold a check on this day" },
};

function asProblem(error: unknown): HttpProblem | null {
  if (error instanceof HttpProblem) return error;
  if (error instanceof UniqueConstraintError) {
    const { constraint = "" } = error.parent as { constraint?: string };
    const field = UNIQUE_FIELDS[constraint];
    return field ? invalid([field]) : inUse("This exists already.");
  }
  if (error instanceof ForeignKeyConstraintError)
    return invalid([{ path: "", message: "It refers to something that is not there any more" }]);
  const { status, type } = error as { status?: number; type?: string };
  if (type === "entity.parse.failed")
    return invalid([{ path: "", message: "The request is not readable JSON" }]);
  if (type === "entity.too.large") return invalid([{ path: "", message: "The request is too large" }]);
  if (status === 403)
    return new HttpProblem({
      type: PROBLEM_TYPES.forbidden,
      status: 403,
      title: "Page is out of date",
      detail: "Reload the page and try again. What you typed is kept.",
    });
  return null;
}

/** Answers every error in the one shape of the contract; what nobody foresaw is logged and told as such. */
export const answerErrors: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error);
  const known = asProblem(error);
  if (!known) request.log.error({ err: error }, "unforeseen error");
  const { problem } = known ?? internal();
  response.status(problem.status).type("application/problem+json").send(JSON.stringify(problem));
};

export const noSuchRoute: RequestHandler = () => {
  throw notFound("There is nothing at this address.");
};
