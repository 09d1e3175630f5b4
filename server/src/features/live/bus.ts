import { type ChangeEvent, type LookEvent, lookEvent, type NotedEvent, notedEvent } from "@map-step/contract";
import pg from "pg";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";

/** What is told to open pages. */
export type LiveEvent =
  /** Of a proposal with whose it is, who hears of it beside the directors. */
  | { readonly event: "change"; readonly data: ChangeEvent; readonly writerId: string | null }
  | { readonly event: "look"; readonly data: LookEvent }
  | { readonly event: "noted"; readonly data: NotedEvent }
  /** More was missed than is told one by one: everything is to be read anew. */
  | { readonly event: "gap"; readonly data: Record<string, never> };

/** Hears what changes in the studio, whichever server process wrote it, and passes it on. */
export interface Bus {
  /** Calls back when somebody's sign-in may have ended, or what they may do changed. @returns how to stop */
  readonly onRights: (listener: (personId: string) => void) => () => void;
  /** Resolves once it hears, or cannot for now. @returns how to stop hearing */
  readonly hear: (listener: (told: LiveEvent) => void) => Promise<() => void>;
  /** What changed after an entry, for a page whose line was cut; a gap where that is too much. */
  readonly after: (id: number) => Promise<LiveEvent[]>;
  readonly look: (look: LookEvent) => Promise<void>;
  readonly close: () => Promise<void>;
}

const [HISTORY, LOOKS, NOTED, RIGHTS] = [
  "map_step_history",
  "map_step_look",
  "map_step_noted",
  "map_step_rights",
];
/** After a lost connection it is tried again this much later. Milliseconds. */
const AGAIN_MS = 2000;
/** What comes within this time is read in one query. Milliseconds. */
const GATHER_MS = 40;
/** Entries get their numbers before they are written, so a later one may be seen first: so many are told twice. */
const OVERLAP = 100;
/** Whoever missed more than this reads everything anew. */
const MOST_MISSED = 500;

type ChangeRow = ChangeEvent & { readonly writerId: string | null };

const CHANGES = `select h.id::int, h.list, h.thing_id as "thingId", h.what, h.staff_id as "byId", coalesce(staff.name, '') as by,
    case h.list when 'proposals' then h.state ->> 'staffId' end as "writerId"
  from history h left join staff on staff.id = h.staff_id`;

/** Listens to the database with one connection for all pages of this process. */
export function openBus(db: Database, url: string): Bus {
  const listeners = new Set<(told: LiveEvent) => void>();
  const rights = new Set<(personId: string) => void>();
  let [client, ended, last]: [pg.Client | null, boolean, number] = [null, false, 0];
  let gathered: number[] = [];
  let timer: ReturnType<typeof setTimeout> | undefined;
  const tell = (told: LiveEvent) => {
    for (const listener of listeners) listener(told);
  };
  const tellAll = (all: readonly LiveEvent[]) => {
    for (const told of all) {
      if (told.event === "change") last = Math.max(last, told.data.id);
      tell(told);
    }
  };
  const asTold = (changes: readonly ChangeRow[]): LiveEvent[] =>
    changes.map(({ writerId, ...data }) => ({ event: "change", data, writerId }));
  const after = async (id: number): Promise<LiveEvent[]> => {
    const changes = await rowsOf<ChangeRow>(
      db,
      `${CHANGES} where h.id > $id order by h.id limit ${MOST_MISSED}`,
      {
        id: Math.max(0, id - OVERLAP),
      },
    );
    return changes.length < MOST_MISSED ? asTold(changes) : [{ event: "gap", data: {} }];
  };
  /** What was missed while the connection was away; the first time there is nothing to miss. */
  const catchUp = async () => {
    const [row] = await rowsOf<{ newest: number }>(
      db,
      "select coalesce(max(id), 0)::int as newest from history",
    );
    // What was noted meanwhile has no number: it is among what is read anew.
    if (last > 0) tellAll([...(await after(last)), { event: "gap", data: {} }]);
    last = Math.max(last, row?.newest ?? 0, 1);
  };
  const readGathered = () => {
    timer = undefined;
    const ids = gathered;
    gathered = [];
    // What could not be read now is told when the connection is back.
    rowsOf<ChangeRow>(db, `${CHANGES} where h.id = any($ids::bigint[]) order by h.id`, { ids }).then(
      (changes) => tellAll(asTold(changes)),
      () => undefined,
    );
  };
  const heard = ({ channel, payload = "" }: pg.Notification) => {
    if (channel === RIGHTS) {
      for (const listener of rights) listener(payload);
      return;
    }
    if (listeners.size === 0) return;
    if (channel === LOOKS) {
      const look = lookEvent.safeParse(JSON.parse(payload));
      if (look.success) tell({ event: "look", data: look.data });
      return;
    }
    if (channel === NOTED) {
      const noted = notedEvent.safeParse(JSON.parse(payload));
      if (noted.success) tell({ event: "noted", data: noted.data });
      return;
    }
    gathered.push(Number(payload));
    timer ??= setTimeout(readGathered, GATHER_MS);
  };
  const connect = async (): Promise<void> => {
    if (ended) return;
    const next = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5_000, keepAlive: true });
    const again = () => {
      if (client !== next) return;
      client = null;
      if (!ended) setTimeout(() => void connect(), AGAIN_MS).unref();
    };
    client = next;
    next.on("error", again);
    next.on("end", again);
    next.on("notification", heard);
    try {
      await next.connect();
      await next.query(`listen ${HISTORY}; listen ${LOOKS}; listen ${NOTED}; listen ${RIGHTS}`);
      await catchUp();
    } catch {
      again();
      await next.end().catch(() => undefined);
    }
  };
  let opened: Promise<void> | null = null;
  return {
    hear: async (listener) => {
      listeners.add(listener);
      // The first page opens the connection: programs that serve nobody need none.
      opened ??= connect();
      await opened;
      return () => listeners.delete(listener);
    },
    onRights: (listener) => {
      rights.add(listener);
      return () => rights.delete(listener);
    },
    after,
    look: async (look) => {
      await rowsOf(db, "select pg_notify($channel, $payload)", {
        channel: LOOKS,
        payload: JSON.stringify(look),
      });
    },
    close: async () => {
      ended = true;
      clearTimeout(timer);
      await opened;
      await client?.end().catch(() => undefined);
    },
  };
}
