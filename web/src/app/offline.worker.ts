/// <reference lib="webworker" />
import { ANSWERS, FILES, PAGE } from "../kit/offline.ts";

declare const self: ServiceWorkerGlobalScope;

/** In a room with poor reception a request may hang; then what is kept is better than waiting. */
const PATIENCE_MS = 4000;
/** What other people are shown, or what changes with each look, is not kept. */
const NOT_KEPT = /^\/api\/(public|health)/;

self.addEventListener("install", () => void self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

/** From the network, and kept; from what is kept when the network is gone or too slow. */
async function freshOrKept(request: Request, store: string, key: RequestInfo): Promise<Response> {
  const cache = await caches.open(store);
  const kept = await cache.match(key);
  try {
    const answer = await fetch(request, kept ? { signal: AbortSignal.timeout(PATIENCE_MS) } : {});
    if (answer.ok) await cache.put(key, answer.clone());
    return answer;
  } catch (error) {
    if (kept) return kept;
    throw error;
  }
}

/** Files carry a fingerprint in their name, so a kept one is never out of date. */
async function keptOrFresh(request: Request): Promise<Response> {
  return (await (await caches.open(FILES)).match(request)) ?? fetch(request);
}

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== "GET" || origin !== self.location.origin) return;
  if (request.mode === "navigate") event.respondWith(freshOrKept(request, FILES, PAGE));
  else if (pathname.startsWith("/assets/")) event.respondWith(keptOrFresh(request));
  else if (pathname.startsWith("/api/") && !NOT_KEPT.test(pathname))
    event.respondWith(freshOrKept(request, ANSWERS, request));
});
