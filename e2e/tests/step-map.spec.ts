import { readFile } from "node:fs/promises";
import type { Page } from "@playwright/test";
import { DEEP, demoStudio, expect, signIn, TEACHER, test } from "../fixtures.ts";

async function openMap(page: Page): Promise<void> {
  await page.goto(`${demoStudio()}/step-map`);
  await page.getByLabel("Dance").selectOption({ label: "Hustle" });
}

test("the map leads from a goal back to first basics, and the route goes into a level", async ({ page }) => {
  await signIn(page);
  await openMap(page);
  const aside = page.getByRole("complementary", { name: "The way" });
  await expect(aside).toContainText("Foundation step, needed by 21");
  await page.getByRole("group", { name: "Turn and a half" }).click();
  await expect(aside.getByRole("heading", { name: "Turn and a half" })).toBeVisible();
  await expect(aside.getByRole("listitem")).toHaveText([
    "Foundation step",
    "Spotting for turns",
    "Side pass",
    "Inside turn",
    "Turn and a half",
  ]);
  await expect(aside).toContainText("5 figures, 63 minutes on their first nights, about 4 weeks");
  await page.getByLabel("For somebody who knows").selectOption({ label: "for somebody who knows Hustle 1" });
  await expect(aside.getByRole("listitem")).toHaveText(["Turn and a half"]);
  await page.getByLabel("For somebody who knows").selectOption({ label: "for somebody who knows Hustle 2" });
  await expect(aside).toContainText("It is known already.");
  await page
    .getByLabel("For somebody who knows")
    .selectOption({ label: "for somebody who knows nothing yet" });
  await page.getByLabel("Add the route to a level").selectOption({ label: "Hustle 2" });
  await expect(page.getByText("Hustle 2 has them all")).toBeVisible();
});

test("the keyboard chooses a goal, and the map can be heard as a list", async ({ page }) => {
  await signIn(page, TEACHER);
  await openMap(page);
  const card = page.getByRole("group", { name: "Window", exact: true });
  await card.focus();
  await page.keyboard.press("Enter");
  const aside = page.getByRole("complementary", { name: "The way" });
  await expect(aside.getByRole("heading", { name: "Window" })).toBeVisible();
  await expect(aside.getByLabel("Add the route to a level")).toHaveCount(0);
  await aside.getByRole("button", { name: "Side pass" }).click();
  await expect(aside.getByRole("heading", { name: "Side pass" })).toBeVisible();
  const list = page.getByRole("list", { name: "The step map as a list" });
  await expect(list.getByRole("listitem")).toHaveCount(26);
  await expect(list.getByRole("listitem").first()).toHaveText(
    /Foundation step, layer 1, beginner, opens the way to 21/,
  );
});

test("the map is saved as a drawing that other programs open", DEEP, async ({ page }) => {
  await signIn(page);
  await openMap(page);
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Save as SVG" }).click(),
  ]);
  expect(file.suggestedFilename()).toBe("step-map.svg");
  const svg = await readFile(await file.path(), "utf8");
  expect(svg).toContain("<title>Step map of Hustle</title>");
  expect(svg).toContain(">Turn and a half</text>");
});
