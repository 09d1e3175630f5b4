import type { Browser, Page } from "@playwright/test";
import {
  another,
  classNamed,
  DEEP,
  demoStudio,
  expect,
  expectAccessible,
  openToday,
  setUp,
  signIn,
  test,
} from "../fixtures.ts";

const LAPTOP = { width: 1280, height: 800 };
const TABLET = { width: 820, height: 1180 };
const PHONE = { width: 390, height: 844 };

/** Everything of a page fits the width of its screen. */
const fits = (page: Page) =>
  expect
    .poll(() =>
      page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    )
    .toBeLessThanOrEqual(0);

/** Somebody without an account, with their own device. */
async function stranger(browser: Browser, address: string): Promise<Page> {
  const page = await (await browser.newContext({ viewport: PHONE, colorScheme: "dark" })).newPage();
  await page.goto(address);
  return page;
}

test(
  "a director before term: from nothing to a first lesson, led, with names of their own",
  DEEP,
  async ({ page, emptyStudio, watch }) => {
    await page.setViewportSize(LAPTOP);
    await setUp(page, emptyStudio);
    await page.getByRole("link", { name: "Be led through it, in ten minutes" }).click();

    await page.getByRole("button", { name: "Begin with this dance" }).click();
    await expect(page.getByLabel("What do you call the dance?")).toHaveAttribute("aria-invalid", "true");
    await page.getByLabel("What do you call the dance?").fill("Corner waltz");
    await page.getByRole("button", { name: /^Box in three/ }).click();
    await page.getByRole("button", { name: "Begin with this dance" }).click();
    await expect(page.getByText(/is there, with \d+ figures/)).toBeVisible();
    await expect(page.getByRole("link", { name: /box/i }).first()).toBeVisible();

    // What is typed and what was made are there again after the page was closed.
    await page.getByLabel("Weeks", { exact: true }).fill("6");
    await page.reload();
    await expect(page.getByLabel("Weeks", { exact: true })).toHaveValue("6");
    await expect(page.getByLabel("Name")).toHaveValue("Corner waltz 1");

    // The network fails between the level and its draft: the level is kept, and the draft is made at the second press.
    watch.expectCuts();
    await page.route("**/api/plans/*", (route) => route.abort());
    await page.getByRole("button", { name: "Draft its plan" }).click();
    await expect(page.getByText("is kept; its plan is not drafted yet")).toBeVisible();
    await page.unroute("**/api/plans/*");
    await page.getByRole("button", { name: "Draft its plan" }).click();
    await expect(page.getByText(/\d+ figures drafted over 6 weeks/)).toBeVisible();
    await expectAccessible(page);

    await page.getByLabel("Name").fill("Thursday beginners");
    await page.getByLabel("First lesson").fill("2027-03-04");
    await page.getByLabel("Room").fill("Corner room");
    await page.getByRole("button", { name: "Open the class" }).click();
    await expect(page.getByRole("img", { name: /^The running order: Welcome/ })).toBeVisible();
    await page.getByRole("link", { name: "Open the first lesson" }).click();
    await expect(page.getByRole("heading", { name: "Week 1" })).toBeVisible();

    // It left something true behind: the class is on Today and on Levels, with its weeks as beads.
    await page.getByRole("link", { name: "Today", exact: true }).click();
    await expect(page.getByRole("heading", { name: "Corner waltz 1, week 1" })).toBeVisible();
    await page.getByRole("link", { name: "Levels", exact: true }).click();
    const level = page.getByRole("region", { name: "Corner waltz 1" });
    await expect(level).toHaveCount(1);
    await expect(level.getByRole("img", { name: /^0 of 6 taught; next/ })).toBeVisible();
    await level.getByRole("link", { name: /^The plan of/ }).click();
    await page.getByRole("button", { name: "Draft the plan" }).click();
    await expect(page.getByText(/proven best/).first()).toBeVisible({ timeout: 60_000 });
  },
);

test("a teacher five minutes before class, with one thumb, in the dark", async ({ page }) => {
  await page.setViewportSize(PHONE);
  await page.emulateMedia({ colorScheme: "dark" });
  await openToday(page, "Junia Reedwater");
  await fits(page);
  const next = page.getByRole("article").first();
  await expect(next.getByText("tonight")).toBeVisible();
  await expect(next.getByRole("img", { name: /^The running order/ })).toBeVisible();
  await next.getByRole("link", { name: "Teach it" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
  await fits(page);
  await expectAccessible(page);
  await page.getByRole("button", { name: "Begin the class" }).click();
  await page.getByRole("button", { name: /^Next: / }).click();
  await page.getByRole("contentinfo").getByRole("button", { name: "done", exact: true }).click();
  await expect(
    page.getByRole("contentinfo").getByRole("button", { name: "done", exact: true }),
  ).toHaveAttribute("aria-pressed", "true");
  await expect(page.getByText("All class entries are saved")).toBeVisible();
  // What a thumb presses is large enough for it.
  const sizes = await page
    .getByRole("contentinfo")
    .getByRole("button")
    .evaluateAll((all) => all.map((one) => one.getBoundingClientRect().height));
  for (const size of sizes) expect(size).toBeGreaterThanOrEqual(40);
});

test("a substitute who has never seen the level", async ({ browser }) => {
  const page = await another(browser, "Ilse Tarnbrook");
  await page.setViewportSize(TABLET);
  const lesson = await page.evaluate(async () => {
    const read = async (path: string) => (await fetch(`/api${path}`)).json();
    const [sections, levels] = [await read("/sections"), await read("/levels")];
    const level = levels.find(({ name }: { name: string }) => name === "Hustle 2");
    const section = sections.find(({ levelId }: { levelId: string }) => levelId === level.id);
    return `/lessons/${section.id}`;
  });
  await page.goto(demoStudio() + lesson);
  await fits(page);
  await page.getByRole("link", { name: "Open it" }).click();
  await expect(page.getByText(/you read along/)).toBeVisible();
  // A figure that they do not know says on focus what it is and what became of it.
  await page.goto(demoStudio() + lesson);
  const figure = page.getByRole("listitem").getByRole("link", { name: "Both turn" }).first();
  await figure.focus();
  const card = page.getByRole("group", { name: "Both turn" });
  await expect(card.getByText(/turn, 3 beats/)).toBeVisible();
  await expect(card.getByText("nobody was marked yet")).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("link", { name: "Open it" }).click();
  await page.getByRole("link", { name: "Substitute" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
  await fits(page);
  await expectAccessible(page);
  await page.context().close();
});

test("a student who missed a night, on a phone, without an account", async ({ page, browser }) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/recaps/${await classNamed(page, "Monday section")}`);
  await page.getByRole("link", { name: "Open: week 1" }).click();
  const link = await page.getByLabel("Public link").inputValue();
  const student = await stranger(browser, link);
  await expect(student.getByText("Saltglass Dance House")).toBeVisible();
  await fits(student);
  await student.getByRole("button", { name: "Play Foundation step" }).first().click();
  await expect(student.getByRole("button", { name: "Stop Foundation step" })).toBeVisible();
  await student.getByRole("button", { name: "Stop Foundation step" }).click();
  await expectAccessible(student);
  await student.context().close();
});

test("the walk through the term, by keyboard alone", async ({ page }) => {
  test.setTimeout(240_000);
  await openToday(page);
  await page.getByRole("button", { name: "Walk through the term" }).focus();
  await page.keyboard.press("Enter");
  const walk = page.getByRole("region", { name: "A walk through the term" });
  await expect(walk.getByText(/^1 of \d: Today/)).toBeVisible();
  const stops = Number(/of (\d+)/.exec((await walk.textContent()) ?? "")?.[1]);
  expect(stops).toBeGreaterThanOrEqual(7);
  for (let stop = 2; stop <= stops; stop += 1) {
    await walk.getByRole("button", { name: "Next" }).focus();
    await page.keyboard.press("Enter");
    // On its page a stop offers no way back to itself.
    await expect(walk.getByRole("button", { name: "Back to it" })).toHaveCount(0);
    // The room has a screen of its own: its way out leads back to the walk.
    if ((await walk.count()) === 0) {
      await page.getByRole("link", { name: "Leave" }).focus();
      await page.keyboard.press("Enter");
    }
    await expect(walk.getByText(new RegExp(`^${stop} of ${stops}: `))).toBeVisible();
  }
  await walk.getByRole("button", { name: "Done" }).focus();
  await page.keyboard.press("Enter");
  await expect(walk).toHaveCount(0);
});
