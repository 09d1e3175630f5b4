/// <reference lib="webworker" />
import { OURS, patienceIn } from "@map-step/contract/ours";
import { CacheableResponsePlugin } from "workbox-cacheable-response";
import { clientsClaim } from "workbox-core";
import type { WorkboxPlugin } from "workbox-core/types.js";
import { CacheExpiration } from "workbox-expiration";
import { registerRoute } from "workbox-routing";
import { CacheFirst } from "workbox-strategies";
import { ANSWERS, EARLY, FILES, KEPT, LINKS, PAGE } from "../kit/offline.ts";

declare const self: ServiceWorkerGlobalScope;

/** How many times as long as usual all of the following take, as the studio's last answer said. */
let patience = 1;
/** In a room with poor reception a request may hang: after so long it is asked whether anybody is there. Milliseconds. */
const DOUBT_MS = 1_000;
/** So long that question may take; then what is kept is better than waiting. Milliseconds. */
const PROBE_MS = 2_500;
/** No question waits longer, so that none takes another's place on the line for ever. Milliseconds. */
const BOUND_MS = 30_000;
/** Never kept: who is signed in, which only the studio can say, and what is only of this moment. */
const NOT_KEPT = /^\/api\/(public|session|health|ready|changes|history)(\/|$)/;
/** What people read behind a link; an invitation is no reading. */
const READ_BY_LINK = /^\/api\/public\/(recaps|sequences|plans)\/[^/]+$/;
/** The studio says so itself that something is not there, or not for this person, any more. */
const GONE = [403, 404, 410];

void self.skipWaiting();
clientsClaim();

/** Whether the studio was not heard when it was asked last: then what is kept shows at once, and is asked for behind it. */
let isSilent = false;
let probing: Promise<boolean> | null = null;

function isOurs({ headers }: Response): boolean {
  const said = headers.get(OURS);
  if (said !== null) patience = patienceIn(said);
  return said !== null;
}
const pause = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

function isThere(): Promise<boolean> {
  probing ??= fetch("/api/health", { cache: "no-store", signal: AbortSignal.timeout(PROBE_MS * patience) })
    .then(isOurs, () => false)
    .finally(() => {
      probing = null;
    });
  return probing;
}

/** Resolves once the studio was not heard for too long. A server that is only slow is waited for. */
async function silence(): Promise<null> {
  do await pause(DOUBT_MS * patience);
  while (await isThere());
  return null;
}

/** An answer that says of itself that it was kept. */
function asKept(kept: Response): Response {
  const headers = new Headers(kept.headers);
  headers.set(KEPT, "yes");
  return new Response(kept.body, { status: kept.status, headers });
}

interface Place {
  readonly name: string;
  /** Under which address it is kept, where not under its own. */
  readonly key?: string;
  readonly most?: number;
  /** Kept by the page, whole with its files; here it is only read. */
  readonly readOnly?: boolean;
}

async function keepAnswer({ name, most }: Place, request: Request, answer: Response): Promise<void> {
  const cache = await caches.open(name);
  if (GONE.includes(answer.status)) await cache.delete(request);
  if (answer.status !== 200) return;
  // Whole before it is kept: one that never ends would hold up all that is asked of the store.
  const body = await answer.arrayBuffer().catch(() => null);
  if (body === null) return;
  try {
    const { status, headers } = answer;
    await cache.put(request, new Response(body, { status, headers }));
    if (most === undefined) return;
    const expiration = new CacheExpiration(name, { maxEntries: most });
    await expiration.updateTimestamp(request.url);
    await expiration.expireEntries();
  } catch {
    // A full store is emptied rather than trusted.
    await caches.delete(name);
  }
}

/**
 * What the studio says; what is kept, where it is not heard, or somebody else answers for it.
 * @throws when there is neither
 */
async function studioFirst(place: Place, request: Request, event: ExtendableEvent): Promise<Response> {
  let stranger: Response | null = null;
  // A line that loses now and then one request is not gone.
  const signal = AbortSignal.timeout(BOUND_MS * patience);
  const heard = fetch(request.clone(), { signal })
    .catch(() => fetch(request, { signal }))
    .then(
      async (answer) => {
        if (!isOurs(answer)) {
          stranger = answer;
          return null;
        }
        isSilent = false;
        if (!place.readOnly) event.waitUntil(keepAnswer(place, request, answer.clone()));
        return answer;
      },
      () => null,
    );
  const kept = await (await caches.open(place.name)).match(place.key ?? request);
  if (!kept) return (await heard) ?? stranger ?? Response.error();
  const first = isSilent ? null : await Promise.race([heard, silence()]);
  if (first) return first;
  isSilent = true;
  event.waitUntil(heard);
  return asKept(kept);
}

/** The one page of the application, whatever its address: from the network, or as it was kept. */
registerRoute(
  ({ request }) => request.mode === "navigate",
  ({ request, event }) => studioFirst({ name: FILES, key: PAGE, readOnly: true }, request, event),
);

/** What runs before the application has no fingerprint in its name, so the studio's own comes first. */
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname === EARLY,
  ({ request, event }) => studioFirst({ name: FILES, key: EARLY, readOnly: true }, request, event),
);

// The package's own types do not say that what a plugin leaves out is left out on purpose.
const plugin = (made: object) => made as WorkboxPlugin;

/** Files carry a fingerprint in their name, so a kept one is never out of date. They are kept by the page that needs them. */
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith("/assets/"),
  new CacheFirst({
    cacheName: FILES,
    plugins: [
      plugin(new CacheableResponsePlugin({ statuses: [200] })),
      plugin({ cacheWillUpdate: async () => null }),
    ],
  }),
);

/** Answers of the studio: fresh where there is a network, otherwise the last ones. */
registerRoute(
  ({ url, sameOrigin, request }) =>
    sameOrigin &&
    request.method === "GET" &&
    url.pathname.startsWith("/api/") &&
    !NOT_KEPT.test(url.pathname),
  ({ request, event }) => studioFirst({ name: ANSWERS, most: 160 }, request, event),
);

/** What somebody read behind a link opens again without a network. */
registerRoute(
  ({ url, sameOrigin, request }) => sameOrigin && request.method === "GET" && READ_BY_LINK.test(url.pathname),
  ({ request, event }) => studioFirst({ name: LINKS, most: 40 }, request, event),
);
