import { OURS, patienceIn } from "@map-step/contract/ours";
import { onlineManager } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { KEPT } from "./offline.ts";

const SAID = "map-step:ours";
/** What the studio said to the page before; nothing where this browser keeps nothing. */
function readKept(): string | null {
  try {
    return localStorage.getItem(SAID);
  } catch {
    return null;
  }
}
function takeOver(said: string): void {
  const next = patienceIn(said);
  if (next === patience) return;
  patience = next;
  try {
    localStorage.setItem(SAID, said);
  } catch {
    // The next page hears it with its own first answer.
  }
}

/** How many times as long as usual all of the following take, as the studio's last answer said, here or on the page before. */
let patience = patienceIn(readKept());
/** Whoever waits longer than this without an answer asks whether anybody is there at all. Milliseconds. */
const DOUBT_MS = 3_000;
/** So long that question may take, and so often it is asked while nobody answers. Milliseconds. */
const [PROBE_MS, AGAIN_MS] = [4_000, 3_000];
/** So long the worker may still take to answer from what is kept, once nobody else does. Milliseconds. */
const GRACE_MS = 2_000;
/** A question that somebody's server takes up but never answers ends after so long. Milliseconds. */
const BOUND_MS = 20_000;

/** A time in milliseconds as the studio asks to be waited for: longer where its machine or its line is slow. */
export const patiently = (ms: number): number => ms * patience;

/** Whether an answer is the studio's own, and not that of something between; takes over how patient it asks to be. */
export function isOurs({ headers }: Response): boolean {
  const said = headers.get(OURS);
  if (said !== null && !headers.has(KEPT)) takeOver(said);
  return said !== null;
}

/** Since when nobody answered, in milliseconds since 1970; null while the studio answers. */
let since: number | null = null;
let probing: Promise<void> | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
const listeners = new Set<() => void>();
/** Questions that have no answer yet. */
const waiting = new Set<AbortController>();

function become(next: number | null): void {
  if ((since === null) === (next === null)) return;
  since = next;
  onlineManager.setOnline(next === null);
  for (const listener of [...listeners]) listener();
  if (next === null) return;
  // Whoever still waits on a line that is gone is told so; the worker may yet answer from what is kept.
  const late = [...waiting];
  setTimeout(() => late.forEach((one) => void one.abort()), GRACE_MS);
}

/** The studio itself answered. */
function heard(): void {
  clearTimeout(timer);
  become(null);
}

/** Asks the server whether it is there, and goes on asking until it is. */
function probe(): Promise<void> {
  const doubted = Date.now();
  probing ??= fetch("/api/health", { cache: "no-store", signal: AbortSignal.timeout(patiently(PROBE_MS)) })
    .then(isOurs, () => false)
    .then((isThere) => {
      probing = null;
      if (isThere) return heard();
      become(since ?? doubted);
      clearTimeout(timer);
      timer = setTimeout(() => void probe(), AGAIN_MS);
    });
  return probing;
}

/** A question had no answer, or a line was cut: whether anybody is there is asked at once. */
export const doubt = (): void => void probe();

/**
 * Follows what the browser knows of the network. Only its "no" is taken at its word, and asked about all the same: a
 * phone on dead hall Wi-Fi says that it is connected.
 */
export function watchConnection(): void {
  // The client would go by what the browser claims.
  onlineManager.setEventListener(() => undefined);
  window.addEventListener("offline", () => {
    become(Date.now());
    doubt();
  });
  window.addEventListener("online", doubt);
  document.addEventListener("visibilitychange", () => {
    if (document.visibilityState === "visible" && since !== null) doubt();
  });
  if (!navigator.onLine) doubt();
}

/** Whether the studio answers, as far as is known. */
export const isConnected = (): boolean => since === null;

/** Calls back when the studio stops answering and when it answers again. @returns how to stop */
export function onConnection(listener: () => void): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}

/** Since when the studio does not answer, in milliseconds since 1970; null while it does. */
export const useSilentSince = (): number | null => useSyncExternalStore(onConnection, () => since);

/**
 * Sends a request that ends within a bounded time, whatever becomes of the line.
 * @param bound milliseconds after which it is given up though the server is there
 * @returns the studio's answer, with its text read whole; null where nobody of ours answered
 */
export async function ask(
  place: string,
  request: RequestInit,
  bound = BOUND_MS,
): Promise<{ readonly response: Response; readonly text: string } | null> {
  const end = new AbortController();
  waiting.add(end);
  const doubting = setTimeout(doubt, patiently(DOUBT_MS));
  const bounded = setTimeout(() => end.abort(), patiently(bound));
  try {
    const response = await fetch(place, { ...request, signal: end.signal });
    if (!isOurs(response)) throw new Error("somebody else answered");
    // An answer that breaks off is no answer, whatever its status was.
    const text = await response.text();
    if (!response.headers.has(KEPT)) heard();
    else {
      // The worker has asked whether anybody is there before it took what is kept.
      become(since ?? Date.now());
      doubt();
    }
    return { response, text };
  } catch {
    doubt();
    return null;
  } finally {
    clearTimeout(doubting);
    clearTimeout(bounded);
    waiting.delete(end);
  }
}
