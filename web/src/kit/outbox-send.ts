import { PROBLEM_TYPES, sessionApi } from "@map-step/contract";
import { type QueryClient, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { ApiError, keyOf } from "./api.ts";
import { isConnected, onConnection, useSilentSince } from "./connection.ts";
import type { Outbox, Queued, SendOutcome } from "./outbox.ts";

/** What came of an attempt to send. */
export type Sent = "all" | "no-connection" | "signed-out" | "failed";

/** Where what was noted is: in the studio, or how far it is on its way. */
export type QueueState = "saved" | "sending" | Exclude<Sent, "all">;

/** How entries of one sort go to the studio. */
export interface Sending<Entry, Place extends object> {
  readonly outbox: Outbox<Entry, Place>;
  /** One page of the browser sends at a time, under this name. */
  readonly lock: string;
  /** What one of its entries is called, and several. */
  readonly called: readonly [one: string, many: string];
  readonly samePlace: (one: Place, other: Place) => boolean;
  /** Sends entries of one place, and says what became of each that was answered. */
  readonly post: (
    client: QueryClient,
    some: readonly Queued<Entry, Place>[],
  ) => Promise<readonly SendOutcome[]>;
}

const MOST_AT_ONCE = 100;
/** How often waiting entries are tried again, in milliseconds. */
const AGAIN = 4000;

/** What the studio will never take: a place that is gone, or something it cannot read. */
const isFinal = ({ problem: { status } }: ApiError): boolean => [400, 404, 413, 422].includes(status);
/** After so many answers that were neither yes nor a final no its owner is told, and decides. */
const MOST_TRIES = 5;

/** Nobody is there, or nobody who may: then nothing else can be sent either. */
const stopsAll = (error: unknown): boolean =>
  !(error instanceof ApiError) ||
  [0, 403, 503].includes(error.problem.status) ||
  error.problem.type === PROBLEM_TYPES.signedOut;

/** How often each entry was answered by neither yes nor a final no, on this page. */
const tries = new Map<number, number>();
/** Counts one more such answer. @returns whether it was answered so too often */
const isOften = (some: readonly { readonly order: number }[]): boolean =>
  some
    .map(({ order }) => {
      const now = (tries.get(order) ?? 0) + 1;
      tries.set(order, now);
      return now;
    })
    .some((now) => now >= MOST_TRIES);

/**
 * Sends some entries of one place. Where they cannot be taken together, each is sent by itself, so that one holds no
 * other back: one that the studio will never take stays here with the reason, one that failed waits for the next time.
 * @returns whether all were answered
 */
async function sendOneByOne<Entry, Place extends object>(
  { outbox, post }: Sending<Entry, Place>,
  client: QueryClient,
  some: readonly Queued<Entry, Place>[],
): Promise<boolean> {
  try {
    await outbox.settle(await post(client, some));
    return true;
  } catch (error) {
    if (stopsAll(error) || !(error instanceof ApiError)) throw error;
    if (some.length > 1) {
      let all = true;
      for (const one of some)
        all = (await sendOneByOne({ outbox, post } as Sending<Entry, Place>, client, [one])) && all;
      return all;
    }
    if (!isFinal(error) && !isOften(some)) return false;
    await outbox.settle(some.map(({ order }) => ({ order, state: "refused", why: error.problem.detail })));
    return true;
  }
}

/**
 * Sends what somebody noted on this device, place by place and in the order noted. One page of the browser sends
 * at a time; an entry that was sent before, but whose answer was lost, counts once all the same. What fails is left
 * for the next time, and the rest goes on.
 */
export const sendQueued = <Entry, Place extends object>(
  sending: Sending<Entry, Place>,
  client: QueryClient,
  personId: string,
): Promise<Sent> =>
  navigator.locks.request(sending.lock, async () => {
    const { outbox, samePlace } = sending;
    const failed = new Set<number>();
    for (;;) {
      const waiting = (await outbox.queued()).filter(
        ({ state, by, order }) => state === "waiting" && by.id === personId && !failed.has(order),
      );
      const [first] = waiting;
      if (!first) return failed.size === 0 ? "all" : "failed";
      const some = waiting.filter((held) => samePlace(held, first)).slice(0, MOST_AT_ONCE);
      try {
        if (await sendOneByOne(sending, client, some)) continue;
        const still = new Set((await outbox.queued()).map(({ order }) => order));
        for (const { order } of some) if (still.has(order)) failed.add(order);
      } catch (error) {
        if (!(error instanceof ApiError) || [0, 503].includes(error.problem.status)) return "no-connection";
        if (error.problem.type === PROBLEM_TYPES.signedOut) return "signed-out";
        // Who may not any more is told so, rather than left to wait.
        if (error.problem.status === 403 && isOften(some)) {
          const why = error.problem.detail;
          await outbox.settle(some.map(({ order }) => ({ order, state: "refused", why })));
          continue;
        }
        // A page that was open for long may hold a token that is out of date; the session brings the new one.
        await client.refetchQueries({ queryKey: keyOf(sessionApi.read) });
        return "failed";
      }
    }
  });

/** Sends what waits at once, when the connection comes back, and every few seconds while something is left. */
export function useSending<Entry, Place extends object>(
  sending: Sending<Entry, Place>,
  personId: string,
  waiting: number,
): { readonly sent: Sent | null; readonly send: () => void } {
  const client = useQueryClient();
  const [sent, setSent] = useState<Sent | null>(null);
  const isSilent = useSilentSince() !== null;
  const send = useCallback(
    () => void sendQueued(sending, client, personId).then(setSent),
    [sending, client, personId],
  );
  useEffect(() => {
    send();
    return onConnection(() => void (isConnected() && send()));
  }, [send]);
  useEffect(() => {
    if (waiting === 0) return;
    const timer = window.setInterval(send, AGAIN);
    return () => window.clearInterval(timer);
  }, [waiting, send]);
  return { sent: isSilent ? "no-connection" : sent, send };
}

/** Everything that is held on this device; `null` until it is read. */
export function useQueuedIn<Entry, Place extends object>({
  queued: read,
  onChange,
}: Outbox<Entry, Place>): readonly Queued<Entry, Place>[] | null {
  const [held, setHeld] = useState<readonly Queued<Entry, Place>[] | null>(null);
  useEffect(() => {
    const again = () => void read().then(setHeld);
    again();
    return onChange(again);
  }, [read, onChange]);
  return held;
}

/** Where what was noted is, by what waits and what came of the last attempt. */
export const queueState = (waiting: number, sent: Sent | null): QueueState =>
  waiting === 0 ? "saved" : sent === null || sent === "all" ? "sending" : sent;
