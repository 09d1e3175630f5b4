/** Where a browser keeps what a class needs without a network: files of the application, answers of the studio. */
export const FILES = "map-step-files";
export const ANSWERS = "map-step-answers";
/** Under which address the one page of the application is kept, and what runs before it. */
export const PAGE = "/";
export const EARLY = "/early.js";
/** Under which address it is kept of which build the files are. */
const BUILD = "/kept-build";

/** Whether this browser and this build can work without a network. */
const isAble = (): boolean => import.meta.env.PROD && "serviceWorker" in navigator;

/** Lets the browser answer from what it keeps when the network is gone. */
export function workOffline(): void {
  if (isAble())
    void navigator.serviceWorker.register("/offline.js", { type: "module" }).catch(() => undefined);
}

/** Waits until the worker that keeps answers stands between this page and the network. */
async function underControl(): Promise<void> {
  await navigator.serviceWorker.ready;
  if (navigator.serviceWorker.controller) return;
  await new Promise<void>((resolve) =>
    navigator.serviceWorker.addEventListener("controllerchange", () => resolve(), { once: true }),
  );
}

/** What tells one build from another: the file it begins with carries a fingerprint of all that it loads. */
const thisBuild = (): string =>
  document.querySelector<HTMLScriptElement>('script[type="module"][src]')?.src ?? location.origin;

/** Files of an earlier build are of no use any more; those that other pages of this one need are. */
async function dropEarlierBuild(files: Cache, wanted: readonly string[]): Promise<void> {
  const kept = await files.match(BUILD);
  if (kept && (await kept.text()) === thisBuild()) return;
  for (const request of await files.keys())
    if (!wanted.includes(new URL(request.url).pathname)) await files.delete(request);
  await files.put(BUILD, new Response(thisBuild()));
}

/**
 * Keeps the page, all its files loaded so far and, by reading them again, its answers on this device.
 * @param read asks the studio again for all that the page shows
 * @returns whether the page can be opened again without a network
 */
export async function keepForOffline(read: () => Promise<unknown>): Promise<boolean> {
  if (!isAble()) return false;
  await underControl();
  const files = await caches.open(FILES);
  const loaded = performance
    .getEntriesByType("resource")
    .map(({ name }) => new URL(name))
    .filter(({ origin, pathname }) => origin === location.origin && pathname.startsWith("/assets/"));
  const wanted = [PAGE, EARLY, ...new Set(loaded.map(({ pathname }) => pathname))];
  await Promise.all([files.addAll(wanted), read()]);
  await dropEarlierBuild(files, wanted);
  return true;
}

/** Takes what the studio answered off this device, when somebody signs out. */
export function forgetAnswers(): void {
  if ("caches" in window) void caches.delete(ANSWERS);
}
