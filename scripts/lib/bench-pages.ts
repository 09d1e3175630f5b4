import { randomUUID } from "node:crypto";
import { LEVEL_FIELDS, startOf } from "@map-step/contract";
import { DEMO_PASSWORD } from "@map-step/demo";
import { openDatabase } from "@map-step/server";
import { type Browser, chromium, type Page } from "@playwright/test";
import { BIG_TODAY, openBigStudio } from "./big.ts";
import { buildWeb } from "./build.ts";
import { twoRoles } from "./cluster.ts";
import { CHROMIUM_FLAGS, needChromium } from "./packages.ts";
import { startServer } from "./serve.ts";

const PAGE_BAR_MS = 1_000;
const KEY_BAR_MS = 100;
const FRAME_BAR_MS = 50;
const SIGN_IN_BAR_MS = 3_500;
/** A slow line and a slow phone: 1.6 Mbit/s, 150 ms, a quarter of the processor. */
const LINE = { bytesPerSecond: (1.6 * 1_000_000) / 8, latencyMs: 150, slower: 4 };
const DRAG_MS = 3_000;

const line = (ms: number, bar: number, what: string): void =>
  console.log(
    `${ms.toFixed(0).padStart(9)}   bar ${String(bar).padStart(4)}   ${ms <= bar ? "under" : "OVER "}   ${what}`,
  );
/** So often each page is opened: what shares the machine slows single ones down. */
const ROUNDS = 5;
const whole = (ms: number): string => ms.toFixed(0);
/** The median of several runs beside its bar, and the range of all. */
const median = (times: readonly number[], bar: number, what: string): void => {
  const sorted = [...times].sort((a, b) => a - b);
  const range = `${whole(sorted[0] ?? 0)} to ${whole(sorted.at(-1) ?? 0)}`;
  line(sorted[times.length >> 1] ?? 0, bar, `${what} (${range})`);
};

/** A level of 60 figures over 12 weeks in the large studio. */
export async function layWidePlan(url: string): Promise<{ levelId: string }> {
  const db = openDatabase(url, { patient: true });
  const dance = await db.Dance.findOne({ order: ["name"], rejectOnEmpty: true });
  const figures = await db.Figure.findAll({ where: { danceId: dance.id }, order: ["name"], limit: 60 });
  const levelId = randomUUID();
  const planId = randomUUID();
  await db.Level.create({
    ...startOf(LEVEL_FIELDS),
    id: levelId,
    danceId: dance.id,
    name: "The widest",
    weeks: 12,
    lessonMinutes: 90,
    warmUpMinutes: 8,
    wrapMinutes: 7,
    mostNew: 6,
    mostNewCounts: 3,
    settledLessons: 1,
    talkWeek: 1,
  });
  await db.Plan.create({ id: planId, levelId, sectionId: null });
  await db.PlanFigure.bulkCreate(
    figures.map(({ id }, position) => ({
      planId,
      figureId: id,
      week: 1 + Math.floor(position / 5),
      position,
      pinned: false,
      wish: "may" as const,
      worth: 5,
      pieces: 1,
      approachId: null,
      extraReturns: [],
    })),
  );
  await db.sequelize.close();
  return { levelId };
}

/**
 * Tells, within the page, when it could be used: the frame after it shows what it is for and nothing of it is still on
 * its way, in milliseconds since it was asked for. Asked from outside, the answer would wait for what the page does next.
 */
const WATCH_USABLE = `
  const usable = () => {
    const shown = document.querySelector("h1") ?? document.querySelector("form button[type=submit]");
    if (shown && !document.querySelector("[aria-busy=true]"))
      requestAnimationFrame(() => { globalThis.usableAt ??= performance.now(); });
  };
  new MutationObserver(usable).observe(document, { subtree: true, childList: true, attributes: true });`;

async function openIn(page: Page, address: string): Promise<number> {
  await page.goto(address, { waitUntil: "commit" });
  const usable = await page.waitForFunction(() => (globalThis as { usableAt?: number }).usableAt);
  return (await usable.jsonValue()) as number;
}

export async function benchPages(page: Page, address: string, levelId: string): Promise<void> {
  const get = async <T>(path: string): Promise<T> =>
    page.evaluate(async (at) => (await fetch(`/api${at}`)).json(), path) as Promise<T>;
  const [section] = (await get<{ id: string; levelId: string; dates: string[] }[]>("/sections")).slice(5);
  const [figure] = await get<{ id: string }[]>("/figures");
  const places: readonly (readonly [string, string])[] = [
    ["Today", "/"],
    ["Figures", "/figures"],
    ["a figure", `/figures/${figure?.id}`],
    ["Step map", "/step-map"],
    ["Levels", "/levels"],
    ["a plan, 60 × 12", `/levels/${levelId}`],
    ["a section's plan", `/levels/${section?.levelId}/sections/${section?.id}`],
    ["Lessons", `/lessons/${section?.id}`],
    ["a lesson", `/lessons/${section?.id}/4`],
    ["a recap", `/recaps/${section?.id}/2`],
    ["Checks", `/checks/${section?.id}`],
    ["Staff", "/staff"],
    ["Sequences", "/sequences"],
    ["Timetable", "/timetable"],
    ["Dancers", "/dancers"],
    ["Program", "/levels/program"],
  ];
  for (const [name, path] of places) {
    const times: number[] = [];
    for (let round = 0; round < ROUNDS; round++) times.push(await openIn(page, address + path));
    median(times, PAGE_BAR_MS, `${name} of the large studio, until it can be used`);
  }
}

export async function benchSearch(page: Page, address: string): Promise<void> {
  await openIn(page, `${address}/figures`);
  const times: number[] = [];
  // Each letter by itself, so that each narrows the library down to others.
  for (const key of "qzwj") {
    await page.getByLabel("Search by name").fill("");
    await page.waitForTimeout(400);
    await page.getByLabel("Search by name").focus();
    const shown = page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          const before = document.querySelector("main")?.textContent;
          document.addEventListener(
            "keydown",
            () => {
              const start = performance.now();
              const look = () =>
                document.querySelector("main")?.textContent === before && performance.now() - start < 3_000
                  ? requestAnimationFrame(look)
                  : requestAnimationFrame(() => resolve(performance.now() - start));
              requestAnimationFrame(look);
            },
            { once: true },
          );
        }),
    );
    await page.waitForTimeout(50);
    await page.keyboard.press(key);
    times.push(await shown);
    await page.waitForTimeout(400);
  }
  line(
    Math.max(...times),
    KEY_BAR_MS,
    "a key in the library's search until its figures show, of 2,000 (longest of 4)",
  );
}

export async function benchDrag(page: Page, address: string, levelId: string): Promise<void> {
  await openIn(page, `${address}/levels/${levelId}`);
  const bead = page.getByRole("button", { name: /, new in week / }).first();
  await bead.waitFor();
  await page.waitForTimeout(4_000);
  const box = await bead.boundingBox();
  if (!box) throw new Error("no strand on screen");
  const frames = page.evaluate(
    (ms) =>
      new Promise<number[]>((resolve) => {
        const lengths: number[] = [];
        const begin = performance.now();
        let last = begin;
        const tick = (now: number) => {
          lengths.push(now - last);
          last = now;
          if (now - begin < ms) requestAnimationFrame(tick);
          else resolve(lengths.slice(2));
        };
        requestAnimationFrame(tick);
      }),
    DRAG_MS,
  );
  await bead.hover();
  await page.mouse.down();
  const until = performance.now() + DRAG_MS - 300;
  for (let step = 0; performance.now() < until; step++) {
    await page.mouse.move(box.x + 20 + 300 * (1 + Math.sin(step / 12)), box.y + box.height / 2);
    await page.waitForTimeout(12);
  }
  await page.mouse.up();
  const sorted = (await frames).sort((a, b) => a - b);
  const share = sorted[Math.floor(sorted.length * 0.95)] ?? 0;
  line(
    sorted.at(-1) ?? 0,
    FRAME_BAR_MS,
    `longest frame of a drag of 3 s in 60 × 12 (95 % of them under ${share.toFixed(0)} ms)`,
  );
}

export async function benchSignIn(browser: Browser, address: string): Promise<void> {
  const times: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const page = await (await browser.newContext()).newPage();
    const devtools = await page.context().newCDPSession(page);
    await devtools.send("Network.enable");
    await devtools.send("Network.emulateNetworkConditions", {
      offline: false,
      latency: LINE.latencyMs,
      downloadThroughput: LINE.bytesPerSecond,
      uploadThroughput: LINE.bytesPerSecond,
    });
    await devtools.send("Emulation.setCPUThrottlingRate", { rate: LINE.slower });
    await page.addInitScript(WATCH_USABLE);
    times.push(await openIn(page, address));
    await page.context().close();
  }
  median(
    times,
    SIGN_IN_BAR_MS,
    "the sign-in page until it can be used, at 1.6 Mbit/s, 150 ms, a quarter of the processor",
  );
}

/** What people wait for in the browser, over the large studio. */
export async function benchInBrowser(): Promise<void> {
  buildWeb();
  const studio = await openBigStudio();
  const { levelId } = await layWidePlan(studio.url);
  const server = await startServer({
    ...twoRoles(studio.url),
    SESSION_SECRET: "of a studio that is gone in an hour",
    STUDIO_TODAY: BIG_TODAY,
    LOG_LEVEL: "error",
    PORT: "0",
  });
  const address = `http://127.0.0.1:${server.port}`;
  const browser = await chromium.launch({ executablePath: needChromium(), args: [...CHROMIUM_FLAGS] });
  try {
    console.log(
      "\nin Chromium, over a studio of 2,000 figures, 200 sections and 3,000 students, median in milliseconds (and range)\n",
    );
    const page = await (
      await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: "block" })
    ).newPage();
    // What is measured within the page is compiled with this helper, which pages do not have.
    await page.addInitScript("globalThis.__name = (named) => named");
    await page.addInitScript(WATCH_USABLE);
    await page.goto(address);
    await page.getByLabel("Email address").fill("person1@big.example");
    await page.getByLabel("Password").fill(DEMO_PASSWORD);
    await page.getByRole("button", { name: "Sign in" }).click();
    await page.getByRole("heading", { name: "Today" }).waitFor();
    await benchPages(page, address, levelId);
    await benchSearch(page, address);
    await benchDrag(page, address, levelId);
    await page.context().close();
    // Last: by now the server has looked through all plans, which it does once after its start.
    await benchSignIn(browser, address);
  } finally {
    await browser.close();
    await server.stop();
    await studio.stop();
  }
}
