import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { DEMO_PASSWORD } from "@map-step/demo";
import { type Browser, chromium, type Page } from "@playwright/test";
import { buildWeb } from "./lib/build.ts";
import { CHROMIUM_FLAGS, needChromium } from "./lib/packages.ts";
import { layTemplates, openStudio } from "./lib/studios.ts";

const FOLDER = join(process.cwd(), "docs/screenshots");

interface Ids {
  readonly figure: string;
  readonly practised: string;
  readonly level: string;
  readonly section: string;
  /** The section of a term behind. */
  readonly earlier: string;
}

interface Shot {
  readonly name: string;
  readonly path: (ids: Ids) => string;
  /** What to do before the picture is taken. */
  readonly first?: (page: Page) => Promise<void>;
  readonly size?: { readonly width: number; readonly height: number };
}

const plan = ({ level, section }: Ids) => `/levels/${level}/sections/${section}`;
const select = (name: string) => (page: Page) => page.getByText(name, { exact: true }).first().click();

const press = (name: string) => async (page: Page) => {
  await page.getByRole("button", { name, exact: true }).click();
  await page.waitForTimeout(1200);
};
const hustle = async (page: Page) => {
  await page.getByLabel("Dance").selectOption({ label: "Hustle" });
};
const sayIt = async (page: Page) => {
  await page.getByLabel("Name", { exact: true }).fill("Six-count basic");
  await page.getByLabel("Say it").fill("rock step, triple, triple");
  await page.getByLabel("Say it").press("Enter");
  await page.getByRole("button", { name: /^The image/ }).click();
  await page.evaluate(() => scrollTo(0, 0));
};
const goal = (name: string) => async (page: Page) => {
  await hustle(page);
  await page.getByLabel("The way to", { exact: true }).selectOption({ label: name });
};
const cancelled = async (page: Page) => {
  await select("Week 3")(page);
  await press("Cancelled: repair the plan")(page);
};
const openSequence = async (page: Page) => {
  await page.getByRole("link", { name: "Harbour round", exact: true }).click();
  await page.getByText("does not fit").waitFor();
};
const joinToMend = async (page: Page) => {
  await openSequence(page);
  await page.getByRole("button", { name: /^Does not fit/ }).click();
};
const makeIt = async (page: Page) => {
  await openSequence(page);
  await press("Make it for me")(page);
  await press("+ all basics")(page);
  await press("+ all turns")(page);
  await press("Find the shortest")(page);
  await page.getByRole("region", { name: "Routine 3" }).waitFor();
};
/** Taps a little early for two rounds, as somebody does who hurries. */
const tapped = async (page: Page) => {
  await page.getByRole("button", { name: "Tap", exact: true }).click();
  await page.getByRole("button", { name: /^Start / }).click();
  await page.getByRole("button", { name: /^Tap here/ }).evaluate(async (field) => {
    const began = Number((field as HTMLElement).dataset.beganAt);
    const hurried = [-34, -22, -41, -12, -55, -28, -47, -19, -38, -25, -60, -15];
    const beat = 60_000 / Number(document.querySelector<HTMLInputElement>("input[type=number]")?.value);
    const steps = [0, 2, 4, 5, 6, 7];
    for (const [at, off] of hurried.entries()) {
      const due = began + (8 * Math.floor(at / 6) + (steps[at % 6] ?? 0)) * beat + off;
      await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - performance.now())));
      const press = new KeyboardEvent("keydown", { code: "Space", bubbles: true });
      Object.defineProperty(press, "timeStamp", { value: due });
      window.dispatchEvent(press);
    }
  });
  await page.getByRole("region", { name: "How it went" }).waitFor();
  await page.waitForTimeout(4500);
  await page.getByRole("button", { name: /^Stop / }).click();
  await page.getByRole("region", { name: "How it went" }).scrollIntoViewIfNeeded();
};
const teachPart = (name: string) => async (page: Page) => {
  await page.getByRole("button", { name: "Begin the class" }).click();
  await page
    .getByRole("button", { name: new RegExp(name) })
    .first()
    .click();
};

const inTheRoom = async (page: Page) => {
  await press("Check tonight")(page);
  await page.getByRole("heading", { name: "Watch now" }).waitFor();
  await press("Back-and-forward")(page);
  await page.getByRole("button", { name: "with help" }).first().click();
};
const openDancer = async (page: Page) => {
  await page.getByRole("link", { name: "Edda" }).click();
  await page.getByRole("heading", { name: "What was seen" }).waitFor();
};

/** One picture of each main view. */
const SHOTS: readonly Shot[] = [
  { name: "today", path: () => "/" },
  { name: "figures", path: () => "/figures" },
  { name: "levels", path: () => "/levels" },
  { name: "lessons", path: ({ section }) => `/lessons/${section}` },
  { name: "figure", path: ({ figure }) => `/figures/${figure}` },
  { name: "figure-editor", path: () => "/figures/new", first: sayIt },
  { name: "practice", path: ({ practised }) => `/practice/figures/${practised}`, first: tapped },
  { name: "step-map", path: () => "/step-map", first: goal("Turn and a half") },
  { name: "week-plan", path: plan, first: select("Two-hand wrap") },
  { name: "proposal", path: plan, first: cancelled },
  { name: "lesson", path: ({ section }) => `/lessons/${section}/3` },
  {
    name: "teaching",
    path: ({ section }) => `/teach/${section}/3`,
    first: teachPart("Side pass"),
    size: { width: 1180, height: 820 },
  },
  { name: "timetable", path: () => "/timetable?week=2027-02-22" },
  { name: "sequence", path: () => "/sequences", first: joinToMend },
  { name: "make-it-for-me", path: () => "/sequences", first: makeIt },
  { name: "recap-editor", path: ({ section }) => `/recaps/${section}/1` },
  { name: "board", path: ({ earlier }) => `/checks/${earlier}` },
  {
    name: "room",
    path: ({ section }) => `/checks/${section}`,
    first: inTheRoom,
    size: { width: 820, height: 800 },
  },
  { name: "dancer", path: () => "/dancers", first: openDancer },
];

async function signedIn(browser: Browser, address: string, shot: Partial<Shot>): Promise<Page> {
  const context = await browser.newContext({
    viewport: shot.size ?? { width: 1280, height: 800 },
    colorScheme: "light",
    reducedMotion: "reduce",
  });
  const page = await context.newPage();
  await page.goto(address);
  await page.getByLabel("Email address").fill("maro@saltglass.example");
  await page.getByLabel("Password").fill(DEMO_PASSWORD);
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.getByRole("heading", { name: "Today" }).waitFor();
  return page;
}

async function idsOf(page: Page, address: string): Promise<Ids> {
  const read = async (path: string) => (await page.request.get(`${address}/api${path}`)).json();
  const [figures, sections] = [await read("/figures"), await read("/sections")];
  const section = sections.find(({ name }: { name: string }) => name === "Monday section");
  const idOf = (wanted: string): string => figures.find(({ name }: { name: string }) => name === wanted).id;
  return {
    figure: idOf("Inside turn"),
    practised: idOf("Stretch eight"),
    level: section.levelId,
    section: section.id,
    earlier: sections.find(({ name }: { name: string }) => name.startsWith("Last term")).id,
  };
}

/**
 * Waits until nothing moves or loads any more. The browser's own word for a quiet network does not do: it waits
 * for ever for the script of a worker that was ended while it loaded.
 */
async function settle(page: Page): Promise<void> {
  await page.waitForTimeout(500);
  await page.locator("[aria-busy=true]").waitFor({ state: "detached" });
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(1000);
}

mkdirSync(FOLDER, { recursive: true });
buildWeb();
const templates = await layTemplates();
const studio = await openStudio(templates.demo);
const browser = await chromium.launch({ executablePath: needChromium(), args: [...CHROMIUM_FLAGS] });
try {
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
