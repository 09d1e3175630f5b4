import { AsyncLocalStorage } from "node:async_hooks";
import type { Person } from "@map-step/contract";
import type { RequestHandler, Response } from "express";

/** What is known of the request under way, wherever its work has got to. */
interface RequestNow {
  readonly response: Response | null;
  person: Person | null;
}

const now = new AsyncLocalStorage<RequestNow>();

/** Opens the scope of a request: everything that it sets going knows it. */
export const scopeRequest: RequestHandler = (_request, response, next) =>
  now.run({ response, person: null }, () => next());

/** Who sent the request under way; nobody outside one, or before the session was read. */
export const whoAsks = (): Person | null => now.getStore()?.person ?? null;

export function setWhoAsks(person: Person | null): void {
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
  now.run({ response: null, person }, work);
