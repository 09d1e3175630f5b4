import { api } from "@map-step/contract";
import type { Request, Response, Router } from "express";
import { signedOut } from "../../http/problems.ts";
import { type Context, serve } from "../../http/route.ts";
import { personOf } from "../session/service.ts";
import type { Bus, Told } from "./bus.ts";

/** So many pages of one person are told at once. */
const MOST_LINES = 20;
/** A browser opens a line that was cut again after so many milliseconds. */
const RETRY_MS = 2_000;

const textOf = ({ event, data }: Told): string =>
  `${"id" in data ? `id: ${data.id}\n` : ""}event: ${event}\ndata: ${JSON.stringify(data)}\n\n`;

/** Whether the sign-in of a line is still one: not signed out, ended or closed. A database that is away says nothing of it. */
async function isStillIn(db: Context["db"], request: Request): Promise<boolean> {
  const isThere = await new Promise<boolean>((resolve) =>
    request.session.reload((error: Error | null | undefined) =>
      resolve(error?.message !== "failed to load session"),
    ),
  );
  const person = await personOf(db, request.session).catch(() => undefined);
  return isThere && person !== null;
}

/** Lines that are open to pages, to be ended before the server stops. */
export interface Lines {
  readonly end: () => void;
  readonly count: () => number;
}

/** Tells open pages what changes, as server-sent events; a page whose line was cut hears what it missed. */
export function serveLive(router: Router, { db, config }: Context, bus: Bus): Lines {
  const open = new Map<Response, string>();

  const talk = async (request: Request, response: Response, personId: string): Promise<void> => {
    if ([...open.values()].filter((id) => id === personId).length >= MOST_LINES) {
      response.status(429).set("Retry-After", "60").end();
      return;
    }
    open.set(response, personId);
    const stop = await bus.hear((told) => void (response.headersSent && response.write(textOf(told))));
    // `no-transform` keeps everything between here and the page from gathering events before it passes them on.
    response.set({
      "Content-Type": "text/event-stream",
      "Cache-Control": "no-store, no-transform",
      "X-Accel-Buffering": "no",
    });
    response.flushHeaders();
    response.write(`retry: ${RETRY_MS}\n\n`);
    const missed = Number(request.get("last-event-id") ?? Number.NaN);
    const beat = setInterval(async () => {
      if (await isStillIn(db, request)) response.write(": here\n\n");
      else response.end();
    }, config.LIVE_BEAT * 1000);
    const end = () => {
      clearInterval(beat);
      stop();
      open.delete(response);
    };
    if (response.closed) end();
    else response.on("close", end);
    if (Number.isSafeInteger(missed) && missed >= 0)
      for (const told of await bus.after(missed)) response.write(textOf(told));
  };

  router.get("/changes", async (request, response) => {
    const { person } = response.locals;
    if (!person) throw signedOut();
    await talk(request, response, person.id);
  });
  serve(router, api.history.look, async ({ person, body }) => {
    await bus.look({ place: body.place, personId: person.id, name: person.name });
    return {};
  });
  return {
    end: () => {
      for (const response of open.keys()) response.end();
    },
    count: () => open.size,
  };
}
