import { AsyncLocalStorage } from "node:async_hooks";
import type { Person } from "@map-step/contract";
import type { RequestHandler, Response } from "express";
import type { Workers } from "../work/work.ts";

/** What is known of the request under way, wherever its work has got to. */
interface RequestNow {
  readonly response: Response | null;
  readonly workers: Workers | null;
  person: Person | null;
}

const now = new AsyncLocalStorage<RequestNow>();

/** Opens the scope of a request: everything that it sets going knows it, and the threads it may use. */
export const scopeRequest =
  (workers: Workers): RequestHandler =>
  (_request, response, next) =>
    now.run({ response, workers, person: null }, () => next());

/** Threads for what takes long; none outside a request, and none within a thread. */
export const threads = (): Workers | null => now.getStore()?.workers ?? null;

/** Who sent the request under way; nobody outside one, or before the session was read. */
export const currentUser = (): Person | null => now.getStore()?.person ?? null;

export function setCurrentUser(person: Person | null): void {
  const request = now.getStore();
  if (request) request.person = person;
}

/** The answer that is still owed for the request under way. */
export const owedAnswer = (): Response | null => {
  const response = now.getStore()?.response;
  return response && !response.headersSent ? response : null;
};

/** Does something in the name of a person, where there is no request. */
export const asPerson = <T>(person: Person | null, work: () => T): T =>
  now.run({ response: null, workers: null, person }, work);
