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
