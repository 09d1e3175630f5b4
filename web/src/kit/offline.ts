import { OURS } from "@map-step/contract/ours";

/** Where a browser keeps what works without a network: files of the application, answers of the studio, pages behind links. */
export const FILES = "map-step-files";
export const ANSWERS = "map-step-answers";
export const LINKS = "map-step-links";
/** Under which address the one page of the application is kept, and what runs before it. */
export const PAGE = "/";
export const EARLY = "/early.js";
/** Names all files of a build, and the one it begins with. */
const LIST = "/files.json";
/** The header of an answer that was kept on this device. */
export const KEPT = "map-step-kept";
/** Under which address it is kept of which build the files are. */
const BUILD = "/kept-build";

/** All files that the pages of a build may ask for. */
export interface BuildFiles {
  readonly first: string;
  readonly files: readonly string[];
}

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
const firstFile = (): string =>
  new URL(document.querySelector<HTMLScriptElement>('script[type="module"][src]')?.src ?? location.href)
    .pathname;

/** Files of this build that the page has loaded so far; which fonts it needs is known only so. */
const loadedFiles = (): string[] =>
  performance
    .getEntriesByType("resource")
    .map(({ name }) => new URL(name))
    .filter(({ origin, pathname }) => origin === location.origin && pathname.startsWith("/assets/"))
    .map(({ pathname }) => pathname);

/** A file of the studio's. @throws where somebody else answers for it */
async function fileOf(name: string): Promise<Response> {
  const file = await fetch(name, { cache: name.startsWith("/assets/") ? "default" : "no-store" });
  if (!file.ok || !file.headers.has(OURS)) throw new Error("the studio does not answer");
  // Whole before it is kept: one that never ends would hold up all that is asked of the store.
  return new Response(await file.arrayBuffer(), { status: file.status, headers: file.headers });
}

/** The page itself is kept last, and only of this build: a page whose files are not here would open as nothing. */
async function keepPage(files: Cache): Promise<void> {
  const page = await fileOf(PAGE);
  const text = await page.clone().text();
  if (!text.includes(firstFile())) throw new Error("the studio has another build now");
  await files.put(EARLY, await fileOf(EARLY));
  await files.put(PAGE, page);
}

/** Files of an earlier build are of no use any more. */
async function dropEarlierBuild(files: Cache, wanted: readonly string[]): Promise<void> {
  const kept = await files.match(BUILD);
  if (kept && (await kept.text()) === firstFile()) return;
  const all = [PAGE, EARLY, ...wanted];
  for (const request of await files.keys())
    if (!all.includes(new URL(request.url).pathname)) await files.delete(request);
  await files.put(BUILD, new Response(firstFile()));
}

async function keep(names: readonly string[]): Promise<void> {
  await underControl();
  const files = await caches.open(FILES);
  const wanted = [...new Set([...names, ...loadedFiles()])];
  const missing: string[] = [];
  for (const name of wanted) if (!(await files.match(name))) missing.push(name);
  // Few at a time: what the page itself asks for goes first.
  const fetchSome = async () => {
    for (let name = missing.shift(); name; name = missing.shift()) await files.put(name, await fileOf(name));
  };
  await Promise.all([fetchSome(), fetchSome(), fetchSome()]);
  await keepPage(files);
  await dropEarlierBuild(files, wanted);
}

let keeping: Promise<void> | null = null;

/** Fetches the code of all pages of this build, so that each opens while the studio is not there. */
function keepAllPages(): Promise<void> {
  keeping ??= (async () => {
    const list: BuildFiles = await (await fileOf(LIST)).json();
    await keep(list.first === firstFile() ? list.files : []);
  })().catch((error: unknown) => {
    keeping = null;
    throw error;
  });
  return keeping;
}

/** After so long a page has shown what it was opened for. Milliseconds. */
const LATER_MS = 4_000;

/** Fetches all pages' code in a quiet moment, unless the device asks for few data. */
export function keepPagesLater(): void {
  const { connection } = navigator as { connection?: { saveData?: boolean; effectiveType?: string } };
  if (!isAble() || connection?.saveData || /2g/.test(connection?.effectiveType ?? "")) return;
  setTimeout(() => void keepAllPages().catch(() => undefined), LATER_MS);
}

/** Keeps what a page behind a link needs, so that it opens once more without a network. */
export function keepLinkPage(): void {
  if (isAble()) void keep([]).catch(() => undefined);
}

/**
 * Keeps the page that is open, all its files loaded so far and, by reading them again, its answers on this device.
 * @param read asks the studio again for all that the page shows
 * @returns whether the page can be opened again without a network
 */
export async function keepForOffline(read: () => Promise<unknown>): Promise<boolean> {
  if (!isAble()) return false;
  // First what this page is made of; the code of the others follows by itself.
  await Promise.all([keep([]), underControl().then(read)]);
  return true;
}

/**
 * Keeps what the studio said in answer to a change as what it would say now: a page that opens without a network right
 * after must not show what was before.
 */
export async function keepAsAnswer(place: string, value: unknown): Promise<void> {
  if (!("serviceWorker" in navigator) || !navigator.serviceWorker.controller) return;
  const headers = { "content-type": "application/json", [OURS]: "kept" };
  const answers = await caches.open(ANSWERS);
  await answers.put(place, new Response(JSON.stringify(value), { headers })).catch(() => undefined);
}

/** Takes what the studio answered off this device, when somebody signs out. */
export function forgetAnswers(): void {
  if ("caches" in window) void caches.delete(ANSWERS);
}
