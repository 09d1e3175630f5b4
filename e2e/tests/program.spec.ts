import { demoStudio, expect, signIn, test } from "../fixtures.ts";

test("a program shows what its levels add, and what is missing between them", async ({ page }) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/levels`);
  await page.getByRole("link", { name: "Program" }).click();
  await page.getByLabel("Dance").selectOption({ label: "Hustle" });
  await expect(
    page.getByRole("img", {
      name: /^Figures by kind, week by week: \d+ figures and \d+ distinct elements after week 8 of Hustle 1; /,
    }),
  ).toBeVisible();
  const rows = page.getByRole("table").getByRole("row");
  await expect(rows.nth(1)).toContainText("Hustle 1");
  await expect(rows.nth(2)).toContainText("Hustle 2");
  const between = page.getByText("In the library, taught by no level").locator("..");
  await expect(between.getByRole("listitem").first()).toBeVisible();
  await rows.nth(1).getByRole("link").click();
  await expect(page.getByRole("heading", { name: "Hustle 1" })).toBeVisible();
});
