import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { DEMO_PASSWORD } from "@map-step/demo";
import { type Browser, chromium, type Page } from "@playwright/test";
import { layTemplates, openStudio } from "../e2e/studios.ts";
import { buildWeb } from "./lib/build.ts";
import { CHROMIUM_FLAGS, needChromium } from "./lib/packages.ts";

const FOLDER = join(process.cwd(), "docs/screenshots");

interface Ids {
  readonly figure: string;
  /** A figure that is easily taken for it. */
  readonly alike: string;
  readonly level: string;
  readonly section: string;
  readonly recap: string;
}

interface Shot {
  readonly name: string;
  readonly path: (ids: Ids) => string;
  /** What to do before the picture is taken. */
  readonly first?: (page: Page) => Promise<void>;
  readonly dark?: boolean;
  readonly size?: { readonly width: number; readonly height: number };
}

const plan = ({ level, section }: Ids) => `/levels/${level}/sections/${section}`;
const select = (name: string) => (page: Page) => page.getByText(name, { exact: true }).first().click();

/** One picture of each main view. */
const SHOTS: readonly Shot[] = [
  { name: "today", path: () => "/" },
  { name: "figures", path: () => "/figures" },
  { name: "figure", path: ({ figure }) => `/figures/${figure}` },
  { name: "figure-dark", path: ({ figure }) => `/figures/${figure}`, dark: true },
  { name: "figure-editor", path: ({ figure }) => `/figures/${figure}/edit` },
  { name: "two-figures", path: ({ figure, alike }) => `/figures/${figure}/beside/${alike}` },
  { name: "step-map", path: () => "/step-map", first: select("Turn and a half") },
  { name: "levels", path: () => "/levels" },
  { name: "week-plan", path: plan, first: select("Two-hand wrap") },
  { name: "week-plan-dark", path: plan, first: select("Week 4"), dark: true },
  { name: "lesson", path: ({ section }) => `/lessons/${section}/3` },
  { name: "recap-editor", path: ({ section }) => `/recaps/${section}/1` },
  { name: "recap-on-a-phone", path: ({ recap }) => `/r/${recap}`, size: { width: 390, height: 800 } },
  { name: "check", path: ({ section }) => `/checks/${section}` },
  { name: "students", path: ({ section }) => `/sections/${section}/roster` },
  { name: "staff", path: () => "/staff" },
];

async function signedIn(browser: Browser, address: string, shot: Partial<Shot>): Promise<Page> {
  const context = await browser.newContext({
    viewport: shot.size ?? { width: 1280, height: 800 },
    colorScheme: shot.dark ? "dark" : "light",
    reducedMotion: "reduce",
  });
  const page = await context.newPage();
  await page.goto(address);
  await page.getByLabel("Address").fill("maro@saltglass.example");
  await page.getByLabel("Password").fill(DEMO_PASSWORD);
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.getByRole("heading", { name: "Today" }).waitFor();
  return page;
}

async function idsOf(page: Page, address: string): Promise<Ids> {
  const read = async (path: string) => (await page.request.get(`${address}/api${path}`)).json();
  const [figures, [level], [section]] = [
    await read("/figures"),
    await read("/levels"),
    await read("/sections"),
  ];
  const recap = await read(`/sections/${section.id}/lessons/1/recap`);
  const idOf = (wanted: string): string => figures.find(({ name }: { name: string }) => name === wanted).id;
  return {
    figure: idOf("Inside turn"),
    alike: idOf("Underarm turn"),
    level: level.id,
    section: section.id,
    recap: recap.secret,
  };
}

/** Waits until nothing moves or loads any more. */
async function settle(page: Page): Promise<void> {
  await page.waitForLoadState("networkidle");
  await page.locator("[aria-busy=true]").waitFor({ state: "detached" });
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(400);
}

mkdirSync(FOLDER, { recursive: true });
buildWeb();
const templates = await layTemplates();
const studio = await openStudio(templates.demo);
const browser = await chromium.launch({ executablePath: needChromium(), args: [...CHROMIUM_FLAGS] });
try {
  const outside = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await outside.goto(studio.address);
  await outside.getByRole("heading", { name: "This is a made-up studio" }).waitFor();
  await outside.screenshot({ path: join(FOLDER, "sign-in.png") });
  const ids = await idsOf(await signedIn(browser, studio.address, {}), studio.address);
  for (const shot of SHOTS) {
    const page = await signedIn(browser, studio.address, shot);
    await page.goto(studio.address + shot.path(ids));
    await settle(page);
    await shot.first?.(page);
    await settle(page);
    await page.screenshot({ path: join(FOLDER, `${shot.name}.png`) });
    console.log(`${shot.name}.png`);
    await page.context().close();
  }
} finally {
  await browser.close();
  await studio.stop();
  await templates.stop();
}
process.exit(0);
