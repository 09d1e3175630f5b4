import { AxeBuilder } from "@axe-core/playwright";
import { type Browser, type BrowserContext, test as base, expect, type Page } from "@playwright/test";
import { openStudio, type Studio } from "../scripts/lib/studios.ts";

interface Watch {
  /** Statuses that a test brings about on purpose; the browser logs each as an error. */
  readonly expectStatus: (...statuses: number[]) => void;
  /** The test itself cuts the connection. */
  readonly expectCuts: () => void;
  /** Somebody else answers for the studio's files. */
  readonly expectStrangers: () => void;
}

type Cookies = Awaited<ReturnType<BrowserContext["cookies"]>>;

/** The demo studio of the file whose tests run, with the sessions in it: only a person's first test waits for the password. */
let demo:
  | { readonly file: string; readonly studio: Studio; readonly sessions: Map<string, Cookies> }
  | undefined;

/** Studios that end, each in a second or so, while the next tests run already. */
const parting: Promise<void>[] = [];
function letGo(studio: Studio | undefined): void {
  if (studio) parting.push(studio.stop());
}

async function openDemo(file: string): Promise<void> {
  if (demo?.file === file) return;
  letGo(demo?.studio);
  demo = { file, studio: await openStudio(process.env.DEMO_TEMPLATE ?? ""), sessions: new Map() };
}

/**
 * A page whose console stays free of errors, also of those of the browser's own security rules. Each file of tests
 * has a studio of its own: what a test finds never depends on which other files its worker happened to run before.
 */
export const test = base.extend<
  { watch: Watch; emptyStudio: string; ownDemo: undefined },
  { end: undefined }
>({
  ownDemo: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads what a fixture needs from this pattern
    async ({}, use, { file }) => {
      await openDemo(file);
      await use(undefined);
    },
    { auto: true },
  ],
  end: [
    // biome-ignore lint/correctness/noEmptyPattern: as above
    async ({}, use) => {
      await use(undefined);
      letGo(demo?.studio);
      await Promise.all(parting);
    },
    { scope: "worker", auto: true },
  ],
  emptyStudio: async ({ page }, use) => {
    const studio = await openStudio(process.env.EMPTY_TEMPLATE ?? "");
    await use(studio.address);
    // An open page would go on asking a studio that is not there any more.
    await page.goto("about:blank");
    letGo(studio);
  },
  watch: [
    async ({ page }, use) => {
      const errors: string[] = [];
      const expected: string[] = [];
      page.on("pageerror", (error) => errors.push(error.message));
      page.on("console", (message) => {
        if (message.type() === "error") errors.push(`${message.text()} ${message.location().url}`);
      });
      await use({
        expectStatus: (...statuses) => void expected.push(...statuses.map((status) => `status of ${status}`)),
        expectCuts: () => void expected.push("net::ERR_"),
        expectStrangers: () => void expected.push("Failed to load module script"),
      });
      const foreseen = (text: string) => expected.some((part) => text.includes(part));
      expect(errors.filter((text) => !foreseen(text))).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/**
 * A journey of which each part is held by a test of the core, the server or the page as well: `npm run test:deep` walks
 * it, `npm test` does not.
 */
export const DEEP = { tag: "@deep" };

const theDemo = () => {
  if (!demo) throw new Error("No test runs yet.");
  return demo;
};

export const demoStudio = (): string => theDemo().studio.address;

export const DIRECTOR = "Maro Quillfeather";
export const TEACHER = "Ilse Tarnbrook";

/**
 * Signs a person of the demo studio in, without opening a page; later with the session of before. How one signs in at
 * the page is a journey of its own.
 */
export async function signIn(page: Page, name = DIRECTOR): Promise<void> {
  const { sessions, studio } = theDemo();
  const session = sessions.get(name);
  if (session) return page.context().addCookies(session);
  const place = `${studio.address}/api/session`;
  const { demoAccounts } = await (await page.request.get(place)).json();
  const { email, password } = demoAccounts.find((one: { name: string }) => one.name === name);
  const entered = await page.request.post(place, {
    data: { email, password },
    headers: { "x-csrf-token": "" },
  });
  expect(entered.status()).toBe(200);
  sessions.set(name, await page.context().cookies());
}

/** Signs in and opens Today. */
export async function openToday(page: Page, name = DIRECTOR): Promise<void> {
  await signIn(page, name);
  await page.goto(demoStudio());
  await expect(page.getByRole("heading", { name: "Today" })).toBeVisible();
}

interface NamedClass {
  readonly id: string;
  readonly levelId: string;
  readonly planId: string;
}

/** A class of the demo studio, by its name. */
export async function sectionNamed(page: Page, name: string, studio = demoStudio()): Promise<NamedClass> {
  const answer = await page.request.get(`${studio}/api/sections`);
  const sections: (NamedClass & { readonly name: string })[] = await answer.json();
  const section = sections.find((one) => one.name === name);
  if (!section) throw new Error(`There is no ${name}.`);
  return section;
}

/** Its id alone. */
export const classNamed = async (page: Page, name: string, studio = demoStudio()): Promise<string> =>
  (await sectionNamed(page, name, studio)).id;

/** A second person at their own browser. */
export async function another(browser: Browser, name = DIRECTOR): Promise<Page> {
  const page = await (await browser.newContext()).newPage();
  await openToday(page, name);
  return page;
}

/** Sets an empty studio up, as somebody on their first evening does. */
export async function setUp(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.getByLabel("Name of the studio").fill("Corner Hall");
  await page.getByLabel("Your name").fill("Bo Thistledown");
  await page.getByLabel("Email address").fill("bo@cornerhall.example");
  await page.getByLabel("Password").fill("long enough for it");
  await page.getByRole("button", { name: "Open the studio" }).click();
}

/** The steps as they stand in the editor of a figure. */
export const stepsIn = (page: Page): Promise<string> =>
  page
    .getByRole("textbox", { name: "Steps" })
    .locator(".cm-line")
    .allTextContents()
    .then((lines) => lines.join("\n"));

/** Lets a page hear nothing of what others change, as on a slow line: only then two people change the same unawares. */
export const unaware = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    class Silent extends EventTarget {
      readonly readyState = 0;
      close() {}
    }
    Object.defineProperty(window, "EventSource", { value: Silent });
  });

/** A tablet whose browser may keep the application for when there is no network. */
export async function tablet(browser: Browser): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 1024, height: 768 },
    serviceWorkers: "allow",
  });
  return context.newPage();
}

const WCAG = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"];

/** Nothing on the page that the accessibility rules (WCAG 2.2 A and AA, or one of them) count as a fault. */
export async function expectAccessible(page: Page, rule?: string): Promise<void> {
  const runOnly = rule ? { type: "rule" as const, values: [rule] } : { type: "tag" as const, values: WCAG };
  const { violations } = await new AxeBuilder({ page })
    // Our pages have no frames, so nothing has to be gathered on a page of its own, which takes longer than the looking.
    .setLegacyMode(true)
    .options({ runOnly, resultTypes: ["violations"] })
    .analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(" | ")}`)).toEqual(
    [],
  );
}

/** Whatever is pressed on the page is 24 pixels wide and high at least; what only a reader meets has no size. */
export async function expectPressable(page: Page): Promise<void> {
  const small = await page.evaluate(() => {
    const isShown = (box: DOMRect) => box.width > 1 && box.height > 1;
    const asPressed = (one: Element) =>
      one instanceof HTMLInputElement ? (one.closest("label") ?? one) : one;
    return [
      ...document.querySelectorAll(
        "button, [role=button], [role=tab], select, input[type=checkbox], input[type=radio]",
      ),
    ]
      .filter((one) => !one.closest("[aria-hidden=true]") && getComputedStyle(one).visibility !== "hidden")
      .filter((one) => isShown(one.getBoundingClientRect()))
      .map((one) => ({ one, box: asPressed(one).getBoundingClientRect() }))
      .filter(({ box }) => box.width < 24 || box.height < 24)
      .map(({ one, box }) => `${one.ariaLabel ?? one.textContent}: ${box.width} x ${box.height}`);
  });
  expect(small).toEqual([]);
}
