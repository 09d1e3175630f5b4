import type { Page } from "@playwright/test";
import {
  another,
  classNamed,
  DEEP,
  demoStudio,
  expect,
  expectAccessible,
  signIn,
  TEACHER,
  test,
  unaware,
} from "../fixtures.ts";

async function openRecap(page: Page, week: number): Promise<void> {
  await page.goto(`${demoStudio()}/recaps/${await classNamed(page, "Monday section")}`);
  await page
    .getByRole("link", { name: /Open|Go on writing|Write it/ })
    .nth(week === 1 ? 1 : 0)
    .click();
  await expect(page.getByRole("heading", { name: `Recap of week ${week}` })).toBeVisible();
}

const editor = (page: Page) => page.getByRole("textbox", { name: "Recap" });
const saved = (page: Page) => expect(page.getByText("All saved")).toBeVisible();

test("formatted text is saved as it is typed and read as it was formatted", async ({ page, browser }) => {
  await signIn(page, TEACHER);
  await openRecap(page, 1);
  await editor(page).click();
  await page.keyboard.press("Control+End");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Smaller heading" }).click();
  await page.keyboard.type("One more thing");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Bold" }).click();
  await page.keyboard.type("Shoes");
  await page.getByRole("button", { name: "Bold" }).click();
  await page.keyboard.type(" that slide.");
  await page.getByLabel("Insert a figure").selectOption({ label: "Closed basic, ribbon" });
  await expect(editor(page).getByRole("table", { name: /Closed basic/ })).toBeAttached();
  await saved(page);
  const link = await page.getByLabel("Public link").inputValue();
  const reader = await (await browser.newContext()).newPage();
  await reader.goto(link);
  // Saving is not publishing.
  await expect(reader.getByText("Saltglass Dance House")).toBeVisible();
  await expect(reader.getByRole("heading", { name: "One more thing" })).toBeHidden();
  await expect(page.getByText("What you changed since is not public yet")).toBeVisible();
  await page.getByRole("button", { name: "Publish the changes" }).click();
  await expect(page.getByText("What you changed since is not public yet")).toBeHidden();
  await reader.reload();
  await expect(reader.getByRole("heading", { name: "One more thing", level: 3 })).toBeVisible();
  await expect(reader.locator("strong", { hasText: "Shoes" })).toBeVisible();
  await expect(reader.getByText("Saltglass Dance House")).toBeVisible();
  await expect(reader.getByRole("table", { name: /Closed basic/ })).toBeAttached();
  await reader.getByRole("button", { name: "Play Foundation step" }).first().click();
  await expect(reader.getByRole("button", { name: "Stop Foundation step" })).toBeVisible();
  await reader.getByRole("button", { name: "followers" }).click();
  await expect(reader.getByRole("heading", { name: "How to follow it" })).toBeVisible();
  await expect(reader.getByRole("heading", { name: "How to lead it" })).toBeHidden();
  await expectAccessible(reader);
  expect(await reader.context().cookies()).toEqual([]);
  await reader.context().close();
});

test(
  "two people write one recap: both texts are shown, the choice is kept",
  DEEP,
  async ({ page, browser, watch }) => {
    await unaware(page);
    watch.expectStatus(409);
    await signIn(page, TEACHER);
    const other = await another(browser);
    await unaware(other);
    for (const who of [page, other]) await openRecap(who, 2);
    await other.getByLabel("Title").fill("Their title");
    await saved(other);
    await page.getByLabel("Title").fill("My title");
    const dialog = page.getByRole("dialog");
    await expect(dialog.getByRole("radio", { name: "Yours: My title" })).toBeVisible();
    await dialog.getByRole("radio", { name: /^Theirs/ }).click();
    await dialog.getByRole("button", { name: "Save this choice" }).click();
    await expect(page.getByLabel("Title")).toHaveValue("Their title");
    await saved(page);
    await other.context().close();
  },
);

test("a recap waits for its lesson, and a dead link says so", DEEP, async ({ page, watch }) => {
  watch.expectStatus(404, 422);
  await signIn(page, TEACHER);
  await openRecap(page, 1);
  await page.goto(page.url().replace(/1$/, "4"));
  await expect(page.getByRole("heading", { name: "Week 4 has not been taught yet" })).toBeVisible();
  await page.getByRole("link", { name: "Open the lesson" }).click();
  await expect(page.getByText("60 of 60 minutes")).toBeVisible();
  await page.goto(`${demoStudio()}/r/nobody-has-this-link-at-all`);
  await expect(page.getByText(/Ask your teacher for the link once more/)).toBeVisible();
});

test("a title cannot be empty, and the words typed meanwhile are kept", DEEP, async ({ page }) => {
  await signIn(page, TEACHER);
  await openRecap(page, 2);
  await page.getByLabel("Title").fill("  ");
  await expect(page.getByText("Write something here")).toBeVisible();
  await page.getByLabel("Title").fill("Week two, for everybody");
  await saved(page);
  await page.reload();
  await expect(page.getByLabel("Title")).toHaveValue("Week two, for everybody");
});
