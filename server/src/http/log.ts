import { write } from "node:fs";
import type { DestinationStream } from "pino";

/** Lines that wait while the disk is slow; what comes beyond is dropped. */
const MOST_WAITING = 2_000;

/**
 * Where log lines go. It never blocks and never throws: while nothing can be written (a full disk, a closed pipe)
 * lines are dropped, and once something can be, they go on.
 */
export function quietDestination(descriptor = 1): DestinationStream {
  const waiting: string[] = [];
  let writing = false;
  const next = () => {
    const lines = waiting.splice(0).join("");
    if (lines === "") return;
    writing = true;
    write(descriptor, lines, () => {
      writing = false;
      next();
    });
  };
  return {
    write: (line) => {
      if (waiting.length >= MOST_WAITING) return;
      waiting.push(line);
      if (!writing) next();
    },
  };
}

/** What of an error goes into the log. */
interface Logged {
  readonly name: string;
  readonly message: string;
  readonly stack: string;
  readonly code?: string;
}

/**
 * An error without anything that somebody typed: what the database says of a row quotes it, and the statement carries
 * its values, so of such an error only its kind and where it came from are told.
 */
export function errorForLog(error: unknown): Logged {
  if (!(error instanceof Error))
    return { name: "Error", message: "something that is no error was thrown", stack: "" };
  const { name, stack = "" } = error;
  const frames = stack
    .split("\n")
    .filter((line) => /^\s+at /.test(line))
    .join("\n");
  const { parent } = error as { parent?: { code?: unknown } };
  if (!parent) return { name, message: error.message, stack: frames };
  return { name, message: "an error of the database", stack: frames, code: String(parent.code ?? "") };
}
