import { api, type KeptEntry, type LogEntryRecord } from "@map-step/contract";
import {
  type ClassLog,
  type LogEntry,
  lastEntry,
  type Noted,
  type NotedValues,
  readLog,
} from "@map-step/core/lesson";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useApi } from "../../kit/api.ts";
import { type QueueState, queueState, useQueuedIn, useSending } from "../../kit/outbox-send.ts";
import { useSession } from "../session/session.tsx";
import { type LessonKey, outbox, type QueuedEntry } from "./outbox.ts";
import { sending } from "./send.ts";

/** Something noted here that met the word of somebody else. */
export interface LogConflict {
  readonly held: QueuedEntry;
  readonly theirs: LogEntry | null;
}

export interface ClassLogEdit {
  /** The last word on each thing, with what waits on this device. */
  readonly log: ClassLog;
  /** What the studio has, in order. */
  readonly entries: readonly KeptEntry[];
  /** How often each student sat out in the lessons before. */
  readonly waitedBefore: ReadonlyMap<string, number>;
  /** False until both the studio's log and this device's are read. */
  readonly ready: boolean;
  readonly state: QueueState;
  /** How many entries are on this device only. */
  readonly waiting: number;
  readonly conflicts: readonly LogConflict[];
  readonly refused: readonly QueuedEntry[];
  /** Notes something; safe on this device when it resolves, whether there is a network or not. */
  readonly note: <K extends Noted>(kind: K, target: string, value: NotedValues[K] | null) => Promise<void>;
  /** Ends a conflict with one's own word, or with theirs. */
  readonly settle: (conflict: LogConflict, whose: "mine" | "theirs") => Promise<void>;
  /** Lets go of what the studio could not take. */
  readonly dismiss: (held: QueuedEntry) => Promise<void>;
  /** Sends once more what the studio could not take. */
  readonly again: (held: QueuedEntry) => Promise<void>;
}

/** Resolves once something is ready; the same promise each time. */
function useReadiness(ready: boolean): Promise<void> {
  const [gate] = useState(() => {
    let open = () => {};
    const opened = new Promise<void>((resolve) => {
      open = resolve;
    });
    return { open, opened };
  });
  useEffect(() => {
    if (ready) gate.open();
  }, [ready, gate]);
  return gate.opened;
}

const conflictsAbout = (
  held: readonly QueuedEntry[],
  { sectionId, week }: LessonKey,
  kind: Noted,
  target: string,
): QueuedEntry[] =>
  held.filter(
    (one) =>
      one.state === "conflict" &&
      one.sectionId === sectionId &&
      one.week === week &&
      one.entry.kind === kind &&
      one.entry.target === target,
  );

/** A class log: what the studio has of it and what this device holds, and how to note more. */
export function useClassLog({ sectionId, week }: LessonKey): ClassLogEdit {
  const kept = useApi(api.classLog.read, { params: { sectionId, week } });
  const { person } = useSession();
  const held = useQueuedIn(outbox);
  const own = useMemo(
    () =>
      (held ?? []).filter(
        (one) => one.sectionId === sectionId && one.week === week && one.by.id === person.id,
      ),
    [held, sectionId, week, person.id],
  );
  const entries = useMemo(() => kept.data?.entries ?? [], [kept.data]);
  const waitedBefore = useMemo(
    () => new Map((kept.data?.waitedBefore ?? []).map(({ studentId, times }) => [studentId, times])),
    [kept.data],
  );
  const waiting = own.filter(({ state }) => state === "waiting");
  const { sent, send } = useSending(sending, person.id, waiting.length);
  const studio = useMemo(() => readLog(entries as readonly LogEntry[]), [entries]);
  const log = useMemo(() => {
    const there = new Set(entries.map(({ id }) => id));
    const mine = own.filter(({ state, entry }) => state === "waiting" && !there.has(entry.id));
    return readLog(mine.map(({ entry }) => entry) as LogEntry[], studio);
  }, [entries, own, studio]);
  // Two taps in quick succession: the second is made in sight of the first, before that is read back from the device.
  const made = useRef<readonly LogEntry[]>([]);
  made.current = made.current.filter(
    ({ id }) => !entries.some((one) => one.id === id) && !own.some(({ entry }) => entry.id === id),
  );
  const latest = useRef(log);
  latest.current = made.current.length === 0 ? log : readLog(made.current, log);
  const ready = kept.isFetched && held !== null;
  const untilReady = useReadiness(ready);
  const note = useCallback(
    async <K extends Noted>(kind: K, target: string, value: NotedValues[K] | null) => {
      // A tap before the log is read waits for it, so that it is made in sight of what was said before.
      await untilReady;
      const after = lastEntry(latest.current, kind, target)?.id ?? null;
      const at = new Date().toISOString();
      const entry = { id: crypto.randomUUID(), kind, target, value, after, at } as LogEntry;
      made.current = [...made.current, entry];
      latest.current = readLog([entry], latest.current);
      await outbox.enqueue({ sectionId, week }, person, [entry as LogEntryRecord]);
      // What is said now is said in sight of theirs, so it ends an older conflict about the same thing.
      for (const one of conflictsAbout(await outbox.queued(), { sectionId, week }, kind, target))
        await outbox.drop(one);
      send();
    },
    [sectionId, week, person, send, untilReady],
  );
  const open = own.filter(({ state }) => state === "conflict");
  const conflicts = open
    .filter((one) => conflictsAbout(open, one, one.entry.kind, one.entry.target).at(-1) === one)
    .map((one) => ({ held: one, theirs: lastEntry(log, one.entry.kind, one.entry.target) }));
  const state = queueState(waiting.length, sent);
  return {
    log,
    entries,
    waitedBefore,
    ready,
    state,
    waiting: waiting.length,
    conflicts,
    refused: own.filter((one) => one.state === "refused"),
    note,
    settle: async ({ held: { entry } }, whose) => {
      if (whose === "mine") return note(entry.kind, entry.target, entry.value as never);
      for (const one of conflictsAbout(own, { sectionId, week }, entry.kind, entry.target))
        await outbox.drop(one);
    },
    dismiss: outbox.drop,
    again: async ({ order }) => {
      await outbox.settle([{ order, state: "waiting", why: null }]);
      send();
    },
  };
}
