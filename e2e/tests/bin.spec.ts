import { classNamed, demoStudio, expect, expectAccessible, signIn, test } from "../fixtures.ts";

test("a section is asked for before it goes, says what goes with it, and comes back from the bin", async ({
  page,
}) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/bin`);
  await expect(page.getByText("The bin is empty")).toBeVisible();
  await page.goto(`${demoStudio()}/levels`);
  const level = page.getByRole("region", { name: "Hustle 1" });
  await level
    .getByText("Thursday section")
    .locator("xpath=ancestor::*[.//button][1]")
    .getByRole("button", { name: "Settings" })
    .click();
  await page.getByRole("button", { name: "Remove …" }).click();
  const asked = page.getByRole("dialog", { name: "Remove Thursday section?" });
  await expect(asked).toContainText("4 taught lessons with their class logs");
  await expect(asked).toContainText("4 published recaps");
  await asked.getByRole("button", { name: "Remove the section" }).click();
  await expect(page.getByText("Thursday section is taken away")).toBeVisible();
  await page.getByRole("link", { name: "Bin" }).click();
  await expect(page.getByText(/^Section, Hustle 1, removed .* by Maro Quillfeather$/)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Bring back Thursday section" }).click();
  await expect(page.getByText("The bin is empty")).toBeVisible();
  await page.goto(`${demoStudio()}/levels`);
  await expect(page.getByText("Thursday section").first()).toBeVisible();
});

test("a student's data are handed over, and erased for good", async ({ page }) => {
  await signIn(page);
  await page.goto(`${demoStudio()}/checks/${await classNamed(page, "Monday section")}`);
  await page.getByRole("link", { name: "Students", exact: true }).click();
  await page.getByRole("button", { name: "Add" }).waitFor();
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Save all that is kept of Corin" }).click(),
  ]);
  expect(file.suggestedFilename()).toBe("Corin.html");
  await page.getByLabel("Name", { exact: true }).fill("Osk Fennimore");
  await page.getByRole("button", { name: "Add" }).click();
  await page.getByRole("button", { name: "Erase Osk Fennimore for good" }).click();
  const asked = page.getByRole("dialog", { name: "Erase Osk Fennimore for good?" });
  await expect(asked).toContainText("Nothing brings them back");
  await asked.getByRole("button", { name: "Erase for good" }).click();
  await expect(page.getByLabel("Name of Osk Fennimore")).toBeHidden();
  await page.goto(`${demoStudio()}/bin`);
  await expect(page.getByText("Osk Fennimore")).toBeHidden();
});
