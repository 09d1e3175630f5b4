import type { Page } from "@playwright/test";
import { openStudio, type Studio } from "../../scripts/lib/studios.ts";
import {
  another,
  classNamed,
  DEEP,
  demoStudio,
  expect,
  expectAccessible,
  signIn,
  TEACHER,
  tablet,
  test,
} from "../fixtures.ts";

const marks = (page: Page) => page.getByRole("contentinfo");
const mark = (page: Page, name: string) => marks(page).getByRole("button", { name, exact: true });
const isOn = (page: Page, name: string) => expect(mark(page, name)).toHaveAttribute("aria-pressed", "true");
const allSent = (page: Page) => expect(page.getByText("All class entries are saved")).toBeVisible();

async function teach(page: Page, week: number, studio = demoStudio()): Promise<void> {
  await page.goto(`${studio}/lessons/${await classNamed(page, "Monday section", studio)}`);
  await page.getByRole("link", { name: new RegExp(`Week ${week}\\b`) }).click();
  // The page before has a link of that name too, for another week.
  await expect(page.getByRole("heading", { name: `Week ${week}`, exact: true })).toBeVisible();
  await page.getByRole("link", { name: "Teach it" }).click();
  await expect(page.getByRole("heading", { name: "Welcome and warm-up", level: 1 })).toBeVisible();
}

/** A teacher in a studio of their own, whose plans no other test changes. */
async function ownStudio(page: Page): Promise<Studio> {
  const studio = await openStudio(process.env.DEMO_TEMPLATE ?? "");
  await page.goto(studio.address);
  await page.getByRole("button", { name: new RegExp(TEACHER) }).click();
  await expect(page.getByRole("heading", { name: "Today" })).toBeVisible();
  return studio;
}

test("a class without a network: everything is kept, survives a closed page, and is sent once", async ({
  browser,
}) => {
  let page = await tablet(browser);
  const context = page.context();
  const studio = await ownStudio(page);
  await teach(page, 3, studio.address);
  await expect(page.getByText("Works without a network from here on")).toBeVisible();
  await page.getByRole("button", { name: "Begin the class" }).click();
  await context.setOffline(true);
  await page.getByRole("button", { name: "Next: Back-and-forward" }).click();
  await mark(page, "part done").click();
  await marks(page).getByRole("button", { name: "rhythm", exact: true }).click();
  await expect(page.getByText(/No network: \d class entries safe on this device/)).toBeVisible();
  await page.getByLabel("Quick note").fill("Two need the & again");
  await page.getByRole("button", { name: "Note it" }).click();
  await page.getByRole("button", { name: "Yarrow is missing" }).click();
  await page.getByLabel("Quick note").fill("Half a thought");
  const isKept = () =>
    page.evaluate(() => Object.values(localStorage).some((kept) => String(kept).includes("Half a thought")));
  await expect.poll(isKept).toBe(true);

  await page.reload();
  await expect(page.getByRole("heading", { name: "Back-and-forward", level: 1 })).toBeVisible();
  await isOn(page, "part done");
  await expect(page.getByText("Two need the & again")).toBeVisible();
  await expect(page.getByLabel("Quick note")).toHaveValue("Half a thought");
  await expect(page.getByRole("button", { name: "Yarrow is missing" })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await page.getByRole("button", { name: /Side pass/ }).click();
  await mark(page, "not done").click();
  await isOn(page, "not done"); // what is shown as noted is on the device
  const address = page.url();
  await page.close();
  page = await context.newPage();
  await page.goto(address);
  await isOn(page, "not done");

  await context.setOffline(false);
  await allSent(page);
  await page.reload();
  await page.getByRole("link", { name: "Leave" }).click();
  await page.getByRole("link", { name: "Class log" }).click();
  const history = page.getByRole("list", { name: "History" });
  await expect(history.getByText("part done, up to rhythm")).toHaveCount(1);
  await expect(history.getByText("Two need the & again")).toHaveCount(1);
  await expect(history.getByText("Side pass: not done")).toHaveCount(1);
  await expect(history.getByText("missing")).toHaveCount(1);
  await context.close();
  await studio.stop();
});

test(
  "two devices in one class see each other's marks, and settle what they see differently",
  DEEP,
  async ({ page, browser }) => {
    await signIn(page, TEACHER);
    const other = await another(browser, "Bento Haverlock");
    await teach(page, 4);
    await teach(other, 4);
    const toFirst = (who: Page) =>
      who
        .getByRole("list")
        .getByRole("button", { name: /Side basic/ })
        .first()
        .click();
    for (const who of [page, other]) await toFirst(who);
    await mark(page, "done").click();
    await isOn(other, "done");
    await other.context().setOffline(true);
    await mark(other, "part done").click();
    await expect(other.getByText(/safe on this device/)).toBeVisible();
    await mark(page, "not done").click();
    await isOn(page, "not done");
    await allSent(page);
    await other.context().setOffline(false);
    const dialog = other.getByRole("dialog");
    await expect(dialog.getByRole("radio", { name: "Yours: part done" })).toBeVisible();
    await expect(dialog.getByRole("radio", { name: "Theirs: not done" })).toBeVisible();
    await dialog.getByRole("radio", { name: /^Yours/ }).click();
    await dialog.getByRole("button", { name: "Save this choice" }).click();
    await isOn(page, "part done");
    await expectAccessible(page);
    await other.context().close();
  },
);

test("a server that is killed while marks are sent loses none of them", DEEP, async ({ page, watch }) => {
  watch.expectCuts();
  const studio = await ownStudio(page);
  await teach(page, 3, studio.address);
  const missing = page.getByRole("button", { name: /is missing/ });
  const count = await missing.count();
  for (let at = 0; at < count; at++) {
    await missing.nth(at).click();
    if (at === 4) await studio.kill();
  }
  await expect(page.getByText(/safe on this device/)).toBeVisible();
  await studio.revive();
  await allSent(page);
  await page.reload();
  for (let at = 0; at < count; at++) await expect(missing.nth(at)).toHaveAttribute("aria-pressed", "true");
  await page.getByRole("link", { name: "Leave" }).click();
  await page.getByRole("link", { name: "Class log" }).click();
  await expect(page.getByRole("list", { name: "History" }).getByText(/: missing/)).toHaveCount(count);
  await studio.stop();
});

test("a lesson is shortened, shaped and locked before class, and read by whoever steps in", async ({
  page,
}) => {
  await signIn(page, TEACHER);
  await page.goto(`${demoStudio()}/lessons`);
  await page.getByRole("link", { name: /Week 5\b/ }).click();
  await page.getByLabel("Lock the minutes of Welcome and warm-up").click();
  await page.getByRole("button", { name: "Add a part" }).click();
  await page.getByLabel("What is done in it").fill("Circle to end on");
  await expect(page.getByText("All saved")).toBeVisible();
  await page.getByRole("button", { name: "Templates" }).click();
  await page.getByLabel("Name of the template").fill("With a circle");
  await page.getByRole("button", { name: "Keep it" }).click();
  await expect(page.getByRole("dialog").getByText("With a circle")).toBeVisible();
  await page.getByRole("button", { name: "Close", exact: true }).click();
  await page.getByRole("button", { name: "Less time?" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByText("45 minutes are left.")).toBeVisible();
  await dialog.getByLabel("Minutes less").fill("20");
  await dialog.getByRole("button", { name: "Take it" }).click();
  await expect(page.getByText("40 of 40 minutes")).toBeVisible();
  await expect(page.getByLabel("Minutes for Welcome and warm-up")).toHaveValue("7");
  await page.getByRole("button", { name: "Give back 20 min" }).click();
  await expect(page.getByText("60 of 60 minutes")).toBeVisible();
  await page.getByRole("button", { name: "Copy text" }).click();
  await expect.poll(() => page.evaluate(() => navigator.clipboard.readText())).toContain("Circle to end on");
  await page.getByRole("link", { name: "Substitute" }).click();
  await expect(page.getByRole("heading", { name: /Where they stand, after week/ })).toBeVisible();
  await expect(page.getByRole("heading", { name: "Tonight" })).toBeVisible();
  await expect(page.getByText("Circle to end on")).toBeVisible();
  await expectAccessible(page);
});
