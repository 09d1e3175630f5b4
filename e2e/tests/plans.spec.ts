import type { Page } from "@playwright/test";
import { another, expect, signIn, test } from "../fixtures.ts";

async function openPlan(page: Page, level: string): Promise<void> {
  await page.goto(`${new URL(page.url()).origin}/levels`);
  await page.getByRole("region", { name: level }).getByRole("link", { name: "Week plan" }).click();
  await expect(page.getByRole("heading", { name: level, exact: true })).toBeVisible();
  await page.waitForLoadState("networkidle"); // what is dragged must not move by itself
}

const strand = (page: Page, name: string) => page.getByRole("button", { name: new RegExp(`^${name}, `) });
const saved = (page: Page) => expect(page.getByText("All saved")).toBeVisible();

test("a strand moves by dragging, and loads and findings answer before it is let go", async ({ page }) => {
  await signIn(page);
  await openPlan(page, "Hustle 2");
  const bead = strand(page, "Free spin");
  const before = await bead.getAttribute("aria-label");
  const week = Number(/week (\d+)/.exec(before ?? "")?.[1]);
  const box = await bead.boundingBox();
  const head = (number: number) => page.getByRole("button", { name: new RegExp(`^\\d+ Week ${number} `) });
  const next = await head(week + 1).boundingBox();
  const here = await head(week).boundingBox();
  if (!box || !next || !here) throw new Error("not on screen");
  const totals = await page.getByRole("button", { name: /^\d+ Week \d / }).allInnerTexts();
  await bead.hover();
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + (next.x - here.x), box.y + box.height / 2, { steps: 8 });
  await expect(strand(page, "Free spin")).toHaveAccessibleName(new RegExp(`new in week ${week + 1}`));
  expect(await page.getByRole("button", { name: /^\d+ Week \d / }).allInnerTexts()).not.toEqual(totals);
  await page.mouse.up();
  await expect(strand(page, "Free spin")).toHaveAccessibleName(new RegExp(`new in week ${week + 1}`));
  await saved(page);
  await page.reload();
  await expect(strand(page, "Free spin")).toHaveAccessibleName(new RegExp(`new in week ${week + 1}`));
});

test("the keyboard moves, undoes and redoes, and lets a figure wait", async ({ page }) => {
  await signIn(page);
  await openPlan(page, "Hustle 2");
  const bead = strand(page, "Shadow walk");
  const start = await bead.getAttribute("aria-label");
  await bead.focus();
  await page.keyboard.press("ArrowRight");
  await expect(bead).not.toHaveAccessibleName(start ?? "");
  await expect(page.getByRole("complementary").getByRole("heading", { name: "Shadow walk" })).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(bead).toHaveAccessibleName(start ?? "");
  await page.getByRole("button", { name: "Redo" }).click();
  await expect(bead).not.toHaveAccessibleName(start ?? "");
  await page.getByRole("button", { name: "Undo" }).click();
  await bead.focus();
  await page.keyboard.press("Delete");
  await expect(bead).toHaveAccessibleName(/waiting for a week/);
  await page.getByRole("complementary").getByRole("button", { name: "4", exact: true }).click();
  await expect(bead).toHaveAccessibleName(/new in week 4/);
  await saved(page);
});

test("a finding says what is wrong and its remedy takes it away", async ({ page }) => {
  await signIn(page);
  await page.getByRole("link", { name: "Levels" }).click();
  await page.getByRole("link", { name: "Plan", exact: true }).click();
  const findings = page.getByRole("region", { name: "To solve in this plan" });
  await expect(findings.getByRole("heading")).toHaveText("To solve in this plan (3)");
  const late = findings
    .getByRole("listitem")
    .filter({ hasText: "Window in week 4 needs Underarm turn, which comes in week 5." });
  await late.getByRole("button", { name: /^Move Window/ }).click();
  await expect(late).toHaveCount(0);
  await expect(strand(page, "Foundation step")).toHaveAccessibleName(/taught already/);
  await strand(page, "Foundation step").focus();
  await page.keyboard.press("ArrowRight");
  await expect(strand(page, "Foundation step")).toHaveAccessibleName(/new in week 1/);
  await page.getByRole("button", { name: "Draft the plan" }).click();
  await expect(findings).toContainText("Nothing. Every lesson fits");
  await expect(strand(page, "Foundation step")).toHaveAccessibleName(/new in week 1/);
  await page.getByRole("button", { name: "Undo" }).click();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(findings.getByRole("heading")).toHaveText("To solve in this plan (3)");
  await saved(page);
});

test("two people change one plan: both places are shown, the choice is kept", async ({
  page,
  browser,
  watch,
}) => {
  watch.expectStatus(409);
  await signIn(page);
  const other = await another(browser);
  await openPlan(page, "Hustle 2");
  await openPlan(other, "Hustle 2");
  for (const [who, key] of [
    [other, "Home"],
    [page, "Delete"],
  ] as const) {
    await strand(who, "Both turn").focus();
    await who.keyboard.press(key);
    if (who === other) await saved(other);
  }
  const dialog = page.getByRole("dialog", { name: "Somebody changed this while you did" });
  await expect(dialog.getByRole("radio", { name: "Yours: waiting for a week" })).toBeVisible();
  await dialog.getByRole("radio", { name: "Theirs: week 1" }).click();
  await dialog.getByRole("button", { name: "Save this choice" }).click();
  await saved(page);
  await expect(strand(page, "Both turn")).toHaveAccessibleName(/new in week 1/);
  await other.context().close();
});

test("an edit made without a connection is kept and sent when it is back", async ({
  page,
  context,
  watch,
}) => {
  watch.expectCuts();
  await signIn(page);
  await openPlan(page, "Hustle 2");
  const plans = /\/api\/plans\//;
  await context.route(plans, (route) =>
    route.request().method() === "PUT" ? route.abort() : route.continue(),
  );
  await strand(page, "Shoulder slide").focus();
  await page.keyboard.press("ArrowRight");
  const moved = await strand(page, "Shoulder slide").getAttribute("aria-label");
  await expect(page.getByRole("button", { name: /Not saved yet/ })).toBeVisible();
  await context.unroute(plans);
  await page.reload();
  await expect(strand(page, "Shoulder slide")).toHaveAccessibleName(moved ?? "");
  await saved(page);
});
