import { DEEP, demoStudio, expect, signIn, test } from "../fixtures.ts";

test(
  "a studio copies an approach, changes it, teaches a level by it, and cannot lose it then",
  DEEP,
  async ({ page, watch }) => {
    watch.expectStatus(409);
    await signIn(page);
    await page.goto(`${demoStudio()}/levels/approaches`);
    await page
      .getByRole("region", { name: "Whole first" })
      .getByRole("button", { name: "Copy and edit" })
      .click();
    const dialog = page.getByRole("dialog");
    await dialog.getByLabel("Name", { exact: true }).fill("Saltglass way");
    await dialog.getByLabel("count, first night").fill("4");
    await expect(dialog.getByText("The shares of the first night add up to 1")).toBeVisible();
    await dialog.getByLabel("steps, first night").fill("6");
    await dialog.getByLabel("Comes back after so many lessons").fill("3, 6");
    await dialog.getByRole("button", { name: "Save the approach" }).click();
    const own = page.getByRole("region", { name: "Saltglass way" });
    await expect(own).toBeVisible();
    await page.goto(`${demoStudio()}/levels`);
    const level = page.getByRole("region", { name: "Shag 2" });
    await level.getByRole("button", { name: "Settings" }).click();
    await page.getByLabel("Approach").selectOption({ label: "Saltglass way" });
    await page.getByLabel("We dance this course at (bpm)").fill("180");
    await page.getByRole("button", { name: "Save the level" }).click();
    await expect(level).toContainText("saltglass way");
    await page.goto(`${demoStudio()}/levels/approaches`);
    await own.getByRole("button", { name: "Remove" }).click();
    await expect(page.getByText(/cannot be removed while Shag 2 teaches by it/)).toBeVisible();
  },
);
