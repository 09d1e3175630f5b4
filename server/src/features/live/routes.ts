import { api, type Person } from "@map-step/contract";
import type { Request, Response, Router } from "express";
import { signedOut } from "../../http/problems.ts";
import { type Context, serve } from "../../http/route.ts";
import { personOf } from "../session/service.ts";
import type { Bus, LiveEvent } from "./bus.ts";

/** So many pages of one person are told at once. */
const MOST_LINES = 20;
/** A browser opens a line that was cut again after so many milliseconds. */
const RETRY_MS = 2_000;

const textOf = ({ event, data }: LiveEvent): string =>
  `${"id" in data ? `id: ${data.id}\n` : ""}event: ${event}\ndata: ${JSON.stringify(data)}\n\n`;

/**
 * Whoever a line is for, as they are now; null once the sign-in is none any more: signed out, ended or closed.
 * A database that is away says nothing of it.
 */
async function stillIn(db: Context["db"], request: Request, before: Person): Promise<Person | null> {
  const isThere = await new Promise<boolean>((resolve) =>
    request.session.reload((error: Error | null | undefined) =>
      resolve(error?.message !== "failed to load session"),
    ),
  );
  if (!isThere) return null;
  return personOf(db, request.session).catch(() => before);
}

/** Who proposes something is the director's to know, and their own: others hear nothing of it. */
function isFor(told: LiveEvent, person: Person): boolean {
  if (person.role === "director") return true;
  if (told.event === "change") return told.data.list !== "proposals" || told.writerId === person.id;
  return told.event !== "look" || told.data.personId === person.id || !told.data.place.includes("proposal");
}

/** A page that reads no more holds so many bytes at most. */
const MOST_WAITING = 256 * 1024;

/** Lines that are open to pages, to be ended before the server stops. */
export interface Lines {
  readonly end: () => void;
  readonly count: () => number;
}

/** Tells open pages what changes, as server-sent events; a page whose line was cut hears what it missed. */
export function serveLive(router: Router, { db, config }: Context, bus: Bus): Lines {
  const open = new Map<Response, string>();

  const talk = async (request: Request, response: Response, who: Person): Promise<void> => {
    let person = who;
    if ([...open.values()].filter((id) => id === who.id).length >= MOST_LINES) {
      response.status(429).set("Retry-After", "60").end();
      return;
    }
    open.set(response, who.id);
    const write = (text: string) => {
      if (!response.headersSent || response.closed) return;
      response.write(text);
      if (response.writableLength > MOST_WAITING) response.destroy();
    };
    const tell = (told: LiveEvent) => void (isFor(told, person) && write(textOf(told)));
    const stop = await bus.hear(tell);
    const look = async () => {
      const now = await stillIn(db, request, person);
      if (now) person = now;
      else response.end();
      return now !== null;
    };
    const stopLooking = bus.onRights((id) => void (id === who.id && look()));
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
      if (await look()) write(": here\n\n");
    }, config.LIVE_BEAT * 1000);
    const end = () => {
      clearInterval(beat);
      stop();
      stopLooking();
      open.delete(response);
    };
    if (response.closed) end();
    else response.on("close", end);
    if (Number.isSafeInteger(missed) && missed >= 0) for (const told of await bus.after(missed)) tell(told);
  };

  router.get("/changes", async (request, response) => {
    const { person } = response.locals;
    if (!person) throw signedOut();
    await talk(request, response, person);
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
