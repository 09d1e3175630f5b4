/// <reference lib="webworker" />
import { CacheableResponsePlugin } from "workbox-cacheable-response";
import { clientsClaim } from "workbox-core";
import type { WorkboxPlugin } from "workbox-core/types.js";
import { ExpirationPlugin } from "workbox-expiration";
import { registerRoute } from "workbox-routing";
import { CacheFirst, NetworkFirst } from "workbox-strategies";
import { ANSWERS, EARLY, FILES, PAGE } from "../kit/offline.ts";

declare const self: ServiceWorkerGlobalScope;

/** In a room with poor reception a request may hang; then what is kept is better than waiting. Seconds. */
const PATIENCE_S = 4;
/** Never kept: what other people are shown, and who is signed in, which only the studio can say. */
const NOT_KEPT = /^\/api\/(public|session|health|changes|history)/;

void self.skipWaiting();
clientsClaim();

// The package's own types do not say that what a plugin leaves out is left out on purpose.
const plugin = (made: object) => made as WorkboxPlugin;
const isRight = plugin(new CacheableResponsePlugin({ statuses: [200] }));

/** The one page of the application, whatever its address: from the network, or as it was kept. */
registerRoute(
  ({ request }) => request.mode === "navigate",
  new NetworkFirst({
    cacheName: FILES,
    networkTimeoutSeconds: PATIENCE_S,
    plugins: [isRight, { cacheKeyWillBeUsed: async () => PAGE }],
  }),
);

/** What runs before the application has no fingerprint in its name, so the studio's own comes first. */
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname === EARLY,
  new NetworkFirst({ cacheName: FILES, networkTimeoutSeconds: PATIENCE_S, plugins: [isRight] }),
);

/** Files carry a fingerprint in their name, so a kept one is never out of date. They are kept by the page that needs them. */
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith("/assets/"),
  new CacheFirst({ cacheName: FILES, plugins: [isRight, { cacheWillUpdate: async () => null }] }),
);

/** Answers of the studio: fresh where there is a network, otherwise the last ones. A full store costs only what is oldest. */
registerRoute(
  ({ url, sameOrigin, request }) =>
    sameOrigin &&
    request.method === "GET" &&
    url.pathname.startsWith("/api/") &&
    !NOT_KEPT.test(url.pathname),
  new NetworkFirst({
    cacheName: ANSWERS,
    networkTimeoutSeconds: PATIENCE_S,
    plugins: [isRight, plugin(new ExpirationPlugin({ maxEntries: 120, purgeOnQuotaError: true }))],
  }),
);
